import type { z } from 'zod';
import type { EvidenceScheme } from '@/core/classify';
import type { Columns } from '../columns';

/** What judging needs besides the columns; it belongs to the review, never to the clock. */
export interface Surroundings {
  /** Day number of the as-of date. */
  asOf: number;
  scheme: EvidenceScheme;
  /** What tests that read text said of each work, by `answerKey`, in the order of the columns. */
  answers?: ReadonlyMap<string, Uint8Array>;
}

/** Which values a test reads: those that somebody states, all that are known, or what is likely within these. */
export type EvidenceRead = 'stated' | 'all' | 'likely';

/** How what was set at a database stands to a limiter of the sieve. */
export interface Relation {
  /** It lets in what the limiter does not: that is closed here. */
  wider: boolean;
  /** It keeps out what the limiter lets in: that cannot be restored here. */
  narrower: boolean;
  /** It asks something else that comes near, so neither can be told from the settings alone. */
  proxy: boolean;
}

/** All that the sieve must know of one kind of limiter. The registry is `kinds/index.ts`. */
export interface LimiterKind<T extends { kind: string }> {
  /** The test as it is stored, its `kind` included. */
  schema: z.ZodType<T>;
  /** Writes the verdict of the test on every work: OUT, UNKNOWN or IN. @throws RangeError rather than judge by half a test */
  judge(test: T, evidence: EvidenceRead, columns: Columns, around: Surroundings, verdicts: Uint8Array): void;
  /** What it lets in, in a few words. */
  words(test: T, around: Pick<Surroundings, 'scheme' | 'asOf'>): string;
  /** What would have let a work through that it stops, in words that follow "It would pass ". @param i the work's place */
  wouldPass(test: T, evidence: EvidenceRead, columns: Columns, i: number, around: Surroundings): string;
  /** What would let it tell of works that it holds: a sentence. */
  settledBy(test: T): string;
  /** What of the surroundings its verdicts depend on. */
  cacheKey(test: T, around: Pick<Surroundings, 'scheme' | 'asOf'>): unknown;
  /** A code it allows that the review does not have. */
  unknownCode(test: T, scheme: EvidenceScheme): string | undefined;
  /**
   * How one that was set at a database stands to this one; null when it is about something else. Null altogether where
   * databases have no such limiters.
   * @param searchedOn day number of the search
   */
  relate: ((own: T, there: T, around: Pick<Surroundings, 'scheme' | 'asOf'> & { searchedOn: number }) => Relation | null) | null;
  /** Whether inferred values can make a difference to it. */
  infers: boolean;
  /** It is for a person to say what becomes of the works that it asks about: no policy is tried out on it. */
  asksPerson: boolean;
}

/** A few labels, and how many more there are. */
export const few = (labels: readonly string[]): string =>
  labels.length > 3 ? `${labels.slice(0, 2).join(', ')} and ${labels.length - 2} more` : labels.join(', ');

/** How two sets of allowed values stand to each other. */
export const setsRelated = (own: readonly string[], there: readonly string[]): Relation => ({
  wider: there.some((v) => !own.includes(v)),
  narrower: own.some((v) => !there.includes(v)),
  proxy: false,
});
