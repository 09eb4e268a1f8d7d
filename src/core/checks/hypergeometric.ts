import { logChoose, whole } from './special';

/**
 * Probability of at most x marked ones in a sample drawn without putting back:
 * Σ C(marked, k) C(size − marked, drawn − k) / C(size, drawn) over k ≤ x.
 * @param size of the set; @param marked of it; @param drawn of it; @param x found
 * @returns probability in [0, 1]
 * @source hypergeometric distribution; checked against a statistics library, see the test
 */
export function hypergeometricCdf(x: number, size: number, marked: number, drawn: number): number {
  whole('size', size, 0);
  whole('marked', marked, 0, size);
  whole('drawn', drawn, 0, size);
  const all = logChoose(size, drawn);
  let sum = 0;
  for (let k = Math.max(0, drawn - (size - marked)); k <= Math.min(x, marked, drawn); k++)
    sum += Math.exp(logChoose(marked, k) + logChoose(size - marked, drawn - k) - all);
  return Math.min(1, sum);
}

/**
 * Exact one-sided upper bound for how many of a finite set are marked, from a sample without putting back: the largest
 * number under which so few as were found would still be seen with a chance of more than 1 − confidence:
 * max M with P(X ≤ found | size, M, drawn) > 1 − confidence.
 * @param size of the set, whole, ≥ 1; @param drawn 1 … size; @param found 0 … drawn
 * @param confidence in (0, 1), 0.95 unless said
 * @returns a number of members of the set, from `found` to `size`
 * @throws RangeError outside those ranges
 * @source Clopper–Pearson argument for the hypergeometric; e.g. Buonaccorsi JP. Am Stat 1987;41:215–218, from memory
 */
export function upperBoundOfMarked(size: number, drawn: number, found: number, confidence = 0.95): number {
  whole('size', size, 1);
  whole('drawn', drawn, 1, size);
  whole('found', found, 0, drawn);
  if (!(confidence > 0 && confidence < 1)) throw new RangeError(`confidence must be between 0 and 1, got ${confidence}`);
  // Of the rest of the set at most those that were not drawn can be marked.
  let [low, high] = [found, size - drawn + found];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (hypergeometricCdf(found, size, middle, drawn) > 1 - confidence) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * The smallest sample that, with none found in it, would show that at most this share of the set is marked:
 * min n with upperBoundOfMarked(size, n, 0) ≤ ⌊share · size⌋.
 * @param size of the set, whole, ≥ 1; @param share in [0, 1)
 * @returns 1 … size
 * @throws RangeError outside those ranges
 * @source as `upperBoundOfMarked`
 */
export function sampleSizeFor(size: number, share: number, confidence = 0.95): number {
  whole('size', size, 1);
  if (!(share >= 0 && share < 1)) throw new RangeError(`share must be in 0…1, got ${share}`);
  const allowed = Math.floor(share * size + 1e-9);
  let [low, high] = [1, size];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (upperBoundOfMarked(size, middle, 0, confidence) <= allowed) high = middle;
    else low = middle + 1;
  }
  return low;
}
