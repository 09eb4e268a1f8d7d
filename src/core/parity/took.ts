/** How often the classifier puts a record on the wrong side of a limiter: the quality asked of it, not its best figure. */
export const ERROR_RATE = 0.02;
/** Shares of records that are out without the limiter, where nothing of the same database says. Common practice. */
export const BASE_RATES: Readonly<Record<string, number>> = {
  sourceType: 0.1,
  publicationType: 0.25,
  peerReview: 0.2,
  level: 0.5,
  date: 0.4,
  language: 0.08,
  fullText: 0.5,
};
export const LEAST_DECIDABLE = 20;
export const LEAST_RATIO = 20;

export interface Took {
  /** Records on which the limiter can be decided, and those of them that it should have kept out. */
  decidable: number;
  out: number;
  /** Share that would be out without the limiter, and where it is from. */
  base: number;
  baseFrom: 'unlimited' | 'stated';
  /** How much likelier that many out are without the limiter than with it; null when too few can be decided. */
  ratio: number | null;
  word: 'probably-not' | 'probably' | 'cannot-say';
}

/**
 * Whether a limiter that was set seems to have taken: the likelihood of so many records out, if it had not, over that
 * under the classifier's error rate alone (two binomials; their coefficients cancel).
 * @param unlimited decidable records of the same database's retrieval without the limiter, and how many of them are out
 */
export function didItTake(decidable: number, out: number, axis: string, unlimited: { decidable: number; out: number } | null): Took {
  const known = unlimited && unlimited.decidable >= LEAST_DECIDABLE;
  // Kept off 0 and 1, where one record would decide everything.
  const base = known ? (unlimited.out + 1) / (unlimited.decidable + 2) : (BASE_RATES[axis] ?? 0.2);
  const baseFrom = known ? 'unlimited' : 'stated';
  if (decidable < LEAST_DECIDABLE || base <= ERROR_RATE) return { decidable, out, base, baseFrom, ratio: null, word: 'cannot-say' };
  const log = out * Math.log(base / ERROR_RATE) + (decidable - out) * Math.log((1 - base) / (1 - ERROR_RATE));
  const ratio = Math.exp(Math.min(log, 700));
  return {
    decidable,
    out,
    base,
    baseFrom,
    ratio,
    word: ratio >= LEAST_RATIO ? 'probably-not' : ratio <= 1 / LEAST_RATIO ? 'probably' : 'cannot-say',
  };
}
