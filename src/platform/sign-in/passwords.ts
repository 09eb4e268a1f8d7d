import { hash, verify } from '@node-rs/argon2';

/**
 * argon2id with 19 MiB of memory, two passes and one lane.
 * @source OWASP password storage cheat sheet (from memory)
 */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** As long as is wanted of a password that is the only one; nobody is made to use signs of several kinds. */
export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 256;

export const hashPassword = (password: string): Promise<string> => hash(password.normalize('NFKC'), COST);

export const isPassword = async ({ hash: kept, password }: { hash: string; password: string }): Promise<boolean> =>
  verify(kept, password.normalize('NFKC'));
