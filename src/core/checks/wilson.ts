/**
 * Wilson score interval for a proportion, without continuity correction:
 * (p + z²/2n ± z √(p(1 − p)/n + z²/4n²)) / (1 + z²/n), with p = successes / n and n = trials.
 * @param successes whole number, 0 … trials
 * @param trials whole number, ≥ 1
 * @param z standard-normal quantile (no unit); 1.959964 gives a 95 % interval
 * @returns bounds as proportions in [0, 1], not percentages
 * @throws RangeError outside those ranges
 * @source Wilson EB. J Am Stat Assoc 1927;22:209–212; checked against Newcombe 1998, see the test
 */
export function wilsonInterval(successes: number, trials: number, z = 1.959964): { low: number; high: number } {
  if (!Number.isInteger(trials) || trials < 1) throw new RangeError(`trials must be a whole number of at least 1, got ${trials}`);
  if (!Number.isInteger(successes) || successes < 0 || successes > trials)
    throw new RangeError(`successes must be a whole number in 0…${trials}, got ${successes}`);
  const p = successes / trials;
  const z2 = z * z;
  const d = 1 + z2 / trials;
  const middle = (p + z2 / (2 * trials)) / d;
  const half = (z / d) * Math.sqrt((p * (1 - p)) / trials + z2 / (4 * trials * trials));
  // With no success the lower bound is exactly 0, with all successes the upper is exactly 1; rounding would give 1e-17 instead.
  return { low: successes === 0 ? 0 : Math.max(0, middle - half), high: successes === trials ? 1 : Math.min(1, middle + half) };
}
