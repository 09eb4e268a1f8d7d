/**
 * Natural logarithm of the gamma function.
 * @param x above 0
 * @returns to about 15 digits
 * @source Lanczos C. SIAM J Numer Anal 1964;1:86–96, with the coefficients for g = 7, n = 9, from memory; see the test
 */
export function logGamma(x: number): number {
  if (!(x > 0)) throw new RangeError(`x must be above 0, got ${x}`);
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const t = x - 1;
  let sum = LANCZOS[0]!;
  for (let i = 1; i < LANCZOS.length; i++) sum += LANCZOS[i]! / (t + i);
  const w = t + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (t + 0.5) * Math.log(w) - w + Math.log(sum);
}
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
  -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

/** Logarithm of the number of ways to choose k of n; minus infinity where there is none. */
export const logChoose = (n: number, k: number): number =>
  k < 0 || k > n ? Number.NEGATIVE_INFINITY : logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1);

/** Two-sided 95 % of the standard normal distribution. */
export const Z95 = 1.959964;

/** @throws RangeError when a number is not a whole one within bounds: a caller's bug, so thrown */
export function whole(name: string, value: number, low: number, high = Number.MAX_SAFE_INTEGER): void {
  if (!Number.isInteger(value) || value < low || value > high)
    throw new RangeError(`${name} must be a whole number in ${low}…${high}, got ${value}`);
}
