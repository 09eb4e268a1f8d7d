import { whole, Z95 } from './special';

export interface TwoSourceEstimate {
  /** Estimated works in all, found by either or by neither. */
  estimate: number;
  /** 95 % interval; never below what was found. */
  low: number;
  high: number;
  found: number;
  /** Why it should not be leaned on; empty when nothing speaks against it. */
  cautions: ('no-overlap' | 'few-in-both' | 'one-holds-other')[];
}

/**
 * Chapman's estimate of how many there are, from two sources that found some of them:
 * (a + 1)(b + 1)/(both + 1) − 1, with the variance (a + 1)(b + 1)(a − both)(b − both) / ((both + 1)² (both + 2)) and a
 * log-normal 95 % interval for those that neither found. It assumes that the sources find independently of each other and
 * that every work is as easy to find as any other: databases with a common focus break both, and then it is too low.
 * @param a found by the first, whole, ≥ 0; @param b by the second; @param both 0 … min(a, b)
 * @throws RangeError outside those ranges
 * @source Chapman DG. Univ Calif Publ Stat 1951;1:131–160; variance Seber GAF 1970 (Biometrics 26:13–22); interval
 *   Chao A. Biometrics 1987;43:783–791; from memory
 */
export function chapman(a: number, b: number, both: number): TwoSourceEstimate {
  whole('a', a, 0);
  whole('b', b, 0);
  whole('both', both, 0, Math.min(a, b));
  const estimate = ((a + 1) * (b + 1)) / (both + 1) - 1;
  const variance = ((a + 1) * (b + 1) * (a - both) * (b - both)) / ((both + 1) ** 2 * (both + 2));
  const found = a + b - both;
  const missed = estimate - found;
  const factor = missed > 0 ? Math.exp(Z95 * Math.sqrt(Math.log(1 + variance / missed ** 2))) : 1;
  const cautions: TwoSourceEstimate['cautions'] = [];
  if (both === 0) cautions.push('no-overlap');
  else if (both < 7) cautions.push('few-in-both');
  if (found > 0 && both === Math.min(a, b)) cautions.push('one-holds-other');
  return { estimate, low: found + missed / factor, high: found + missed * factor, found, cautions };
}
