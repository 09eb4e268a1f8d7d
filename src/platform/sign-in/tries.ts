import { createHash } from 'node:crypto';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { signInPool } from './pool';

/** How often something may be tried by one, in so many seconds. Counted in the database, so that all processes count together. */
const LIMITS = {
  /** Passwords for one e-mail, whoever tries them. */
  'sign-in of one': { points: 10, duration: 15 * 60 },
  /** Passwords from one address, for whomever: a class behind one address signs in at nine. */
  'sign-in from one': { points: 100, duration: 15 * 60 },
  'link from one': { points: 60, duration: 15 * 60 },
} as const;
export type Tried = keyof typeof LIMITS;

type Counters = Record<Tried, RateLimiterPostgres>;
const shared = globalThis as typeof globalThis & { __narrowSieveTries?: Counters };

function counters(): Counters {
  if (!shared.__narrowSieveTries) {
    const storeClient = signInPool();
    shared.__narrowSieveTries = Object.fromEntries(
      Object.entries(LIMITS).map(([name, limit]) => [
        name,
        new RateLimiterPostgres({ ...limit, storeClient, storeType: 'pool', tableName: 'tried', tableCreated: true, keyPrefix: name }),
      ]),
    ) as Counters;
  }
  return shared.__narrowSieveTries;
}

/** Who tries, as it is kept: nobody can read an address or an e-mail from it. */
const fingerprintOf = (who: string): string => createHash('sha256').update(who.trim().toLowerCase()).digest('base64url').slice(0, 22);

/** Counts one try. @returns the seconds to wait when there were too many, else null */
export async function tooOften(what: Tried, who: string): Promise<number | null> {
  try {
    await counters()[what].consume(fingerprintOf(who));
    return null;
  } catch (error) {
    if (error instanceof RateLimiterRes) return Math.max(1, Math.ceil(error.msBeforeNext / 1000));
    throw error;
  }
}

/** It went well: what was tried before counts no more. */
export const wentWell = async (what: Tried, who: string): Promise<void> => {
  await counters()[what].delete(fingerprintOf(who));
};
