import { sampleSizeFor, upperBoundOfMarked } from './hypergeometric';

/**
 * `stratified`: every limiter gets its share of the sample, one work at least, so that each has a figure of its own;
 * `simple`: one lot over all, which bounds the whole with the fewest works.
 */
export const SAMPLE_DESIGNS = ['stratified', 'simple'] as const;
export type SampleDesign = (typeof SAMPLE_DESIGNS)[number];

/** Works that one limiter stopped, to be drawn from. */
export interface Stratum {
  limiter: string;
  works: readonly number[];
}

/** The works drawn of each stratum, each list in the order drawn; a simple lot can leave one empty. */
export interface Drawn {
  limiter: string;
  size: number;
  works: number[];
}

const sum = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0);

/** How many to draw of each stratum: by its size (largest remainders), one at least and never more than it has. */
function allocate(sizes: readonly number[], size: number): number[] {
  const all = sum(sizes);
  const wanted = Math.min(Math.max(size, sizes.length), all);
  const shares = sizes.map((n) => (wanted * n) / all);
  const counts = shares.map((share, i) => Math.min(sizes[i]!, Math.max(1, Math.floor(share))));
  const order = shares.map((share, i) => ({ i, rest: share - Math.floor(share) })).sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (let left = wanted - sum(counts), k = 0; left > 0; k = (k + 1) % order.length) {
    const { i } = order[k]!;
    if (counts[i]! >= sizes[i]!) continue;
    counts[i]!++;
    left--;
  }
  return counts;
}

/**
 * Draws works by lot, the same for the same seed.
 * @param size of the sample, whole, ≥ 1; larger than the set, all are drawn
 * @param next a seeded generator of numbers in [0, 1)
 */
export function drawSample(strata: readonly Stratum[], size: number, next: () => number, design: SampleDesign = 'stratified'): Drawn[] {
  const filled = strata.filter((s) => s.works.length > 0);
  if (design === 'simple') {
    const pool = filled.flatMap((s, i) => s.works.map((work) => ({ i, work })));
    const lot = drawn(pool, Math.min(size, pool.length), next);
    return filled.map((s, i) => ({ limiter: s.limiter, size: s.works.length, works: lot.flatMap((d) => (d.i === i ? [d.work] : [])) }));
  }
  const counts = allocate(
    filled.map((s) => s.works.length),
    size,
  );
  return filled.map((s, i) => ({ limiter: s.limiter, size: s.works.length, works: drawn(s.works, counts[i]!, next) }));
}

/**
 * Draws some of a list by lot (Fisher and Yates, as far as is needed); asked for more than there are, all in another order.
 * @source Durstenfeld R. Commun ACM 1964;7:420, from memory
 */
export function drawn<T>(items: readonly T[], count: number, next: () => number): T[] {
  const pool = [...items];
  const most = Math.min(count, pool.length);
  for (let i = 0; i < most; i++) {
    const j = i + Math.floor(next() * (pool.length - i));
    [pool[i], pool[j]] = [pool[j]!, pool[i]!];
  }
  return pool.slice(0, most);
}

/** Each of several bounds is held to this, so that they hold together with 95 % confidence (Bonferroni's inequality). */
export const confidenceOfEach = (strata: number): number => 1 - 0.05 / Math.max(1, strata);

/**
 * What a sample of this size would show with none found: at most so many works of all were wrongly stopped.
 * @param sizes works in each stratum; @param size of the sample, ≥ 1
 */
export function boundOfNone(sizes: readonly number[], size: number, design: SampleDesign): number {
  const filled = sizes.filter((n) => n > 0);
  const all = sum(filled);
  if (all === 0) return 0;
  if (design === 'simple') return upperBoundOfMarked(all, Math.min(Math.max(1, size), all), 0);
  const each = confidenceOfEach(filled.length);
  return sum(allocate(filled, size).map((count, i) => upperBoundOfMarked(filled[i]!, count, 0, each)));
}

/**
 * How many to draw so that none found would show that at most this share of all was wrongly stopped.
 * @param sizes works in each stratum; @param share in [0, 1)
 * @returns 0 when there is nothing to draw from
 * @throws RangeError for another share
 */
export function plannedSize(sizes: readonly number[], share: number, design: SampleDesign): number {
  const filled = sizes.filter((n) => n > 0);
  const all = sum(filled);
  if (all === 0) return 0;
  if (design === 'simple' || filled.length === 1) return sampleSizeFor(all, share);
  if (!(share >= 0 && share < 1)) throw new RangeError(`share must be in 0…1, got ${share}`);
  const allowed = Math.floor(share * all + 1e-9);
  let [low, high] = [filled.length, all];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (boundOfNone(filled, middle, design) <= allowed) high = middle;
    else low = middle + 1;
  }
  // Rounding to whole works can lift the bound a little from one size to the next.
  while (low < all && boundOfNone(filled, low, design) > allowed) low++;
  return low;
}
