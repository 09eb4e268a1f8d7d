import { z } from 'zod';
import { limiterSchema, MOST_LIMITERS, type Sieve, sieveSchema } from './limiter';

/** A sieve as a file that one team can hand to another, or a terminal can repeat. */
export const sieveFile = z.strictObject({
  format: z.literal('narrow-sieve-sieve'),
  version: z.literal(1),
  name: z.string().max(300),
  /** What its outcomes rested on where it comes from. */
  basis: z.strictObject({
    asOf: z.string().regex(/^\d{4}-\d{2}-\d{2}$/),
    scheme: z.string().min(1).max(40),
    question: z.string().min(1).max(40),
    ruleSet: z.string().max(80),
    sieveVersion: z.int().nonnegative(),
  }),
  /** Databases in waivers stand by name here: ids mean nothing elsewhere. */
  limiters: z.array(limiterSchema).max(MOST_LIMITERS),
});
export type SieveFile = z.infer<typeof sieveFile>;

/** The schema of such files, as published beside the documentation. */
export const sieveFileSchema = (): string =>
  `${JSON.stringify(z.toJSONSchema(sieveFile, { unrepresentable: 'any', io: 'input' }), null, 2)}\n`;

/** @param databases id and name of the review's databases */
export function writeSieve(
  name: string,
  basis: SieveFile['basis'],
  sieve: Sieve,
  databases: readonly { id: string; name: string }[],
): string {
  const limiters = sieve.map((l) => withDatabases(l, (id) => databases.find((d) => d.id === id)?.name ?? null).limiter);
  return `${JSON.stringify({ format: 'narrow-sieve-sieve', version: 1, name, basis, limiters } satisfies SieveFile, null, 2)}\n`;
}

export interface ReadSieve {
  sieve: Sieve;
  /** Null where the file holds nothing but limiters. */
  basis: SieveFile['basis'] | null;
  /** What could not be taken over, in sentences. */
  notes: string[];
}

/**
 * Reads a sieve file, or a bare list of limiters.
 * @returns a sentence saying what is wrong with it and where, when it cannot be used
 */
export function readSieve(text: string, databases: readonly { id: string; name: string }[]): ReadSieve | string {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return `This is not a sieve file (${(error as Error).message}).`;
  }
  const bare = Array.isArray(json);
  const parsed = bare ? sieveSchema.safeParse(json) : sieveFile.safeParse(json);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return `This is not a sieve that can be used: ${issue!.path.join(' → ') || 'the whole'}: ${issue!.message}`;
  }
  const file = bare ? null : (parsed.data as SieveFile);
  const notes: string[] = [];
  const sieve = (file?.limiters ?? (parsed.data as Sieve)).map((l) => {
    const { limiter, lost } = withDatabases(l, (name) => databases.find((d) => d.name === name || d.id === name)?.id ?? null);
    for (const name of lost) notes.push(`${l.name}: the waiver for ${name} was left out, since this review has no such database.`);
    return limiter;
  });
  if (new Set(sieve.map((l) => l.id)).size !== sieve.length) return 'This is not a sieve that can be used: two limiters have the same id.';
  return { sieve, basis: file?.basis ?? null, notes };
}

/** A limiter with the databases of its waivers named otherwise; those without a name are left out. */
function withDatabases({ waivers, ...limiter }: Sieve[number], nameOf: (database: string) => string | null) {
  if (!waivers) return { limiter, lost: [] };
  const kept = waivers.flatMap((w) => {
    const database = nameOf(w.database);
    return database === null ? [] : [{ ...w, database }];
  });
  const lost = waivers.filter((w) => nameOf(w.database) === null).map((w) => w.database);
  return { limiter: kept.length ? { ...limiter, waivers: kept } : limiter, lost };
}
