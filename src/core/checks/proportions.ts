import { whole } from './special';
import { wilsonInterval } from './wilson';

/** A share with its interval; null where there is nothing to take a share of. */
export interface Share {
  of: number;
  n: number;
  value: number;
  low: number;
  high: number;
}

/**
 * A share of a number with its 95 % Wilson interval.
 * @param n 0 … of, whole; @param of whole, ≥ 0
 * @returns null when `of` is 0: nothing has no share
 * @source Wilson 1927, see `wilsonInterval`
 */
export function shareOf(n: number, of: number): Share | null {
  whole('of', of, 0);
  whole('n', n, 0, of);
  return of === 0 ? null : { n, of, value: n / of, ...wilsonInterval(n, of) };
}

/**
 * Relative recall, found / known: of the known relevant works, the share that a search found (or a limiter let through).
 * @param found 0 … known; @param known whole, ≥ 0 @returns a share in [0, 1] with its Wilson interval; null for none known
 * @source Sampson et al., J Clin Epidemiol 2006;59:1057–1063 (relative recall), from memory
 */
export const relativeRecall = (found: number, known: number): Share | null => shareOf(found, known);

/**
 * Precision, kept / screened: of what was retrieved (or came through), the share that was kept.
 * @param kept 0 … screened; @param screened whole, ≥ 0 @returns a share in [0, 1] with its Wilson interval; null for none screened
 * @source common practice
 */
export const precision = (kept: number, screened: number): Share | null => shareOf(kept, screened);

/**
 * Number needed to read, screened / kept: works to be read for each that is kept, the reciprocal of precision; its interval is that of
 * precision turned round. @returns null when nothing was kept: no number would do
 * @source Bachmann et al., J Am Med Inform Assoc 2002;9:653–658, from memory
 */
export function numberNeededToRead(kept: number, screened: number): { value: number; low: number; high: number } | null {
  const p = precision(kept, screened);
  return p && p.n > 0 ? { value: 1 / p.value, low: 1 / p.high, high: 1 / p.low } : null;
}
