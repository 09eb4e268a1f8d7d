import { sampleSizeFor } from './hypergeometric';

/** Works that one limiter stopped, to be drawn from. */
export interface Stratum {
  limiter: string;
  works: readonly number[];
}

/** The works drawn of each stratum, each list in the order drawn. */
export interface Drawn {
  limiter: string;
  size: number;
  works: number[];
}

/**
 * Draws works by lot, the same for the same seed. Each stratum gets its share of the sample by its size, one at least
 * and never more than it has (largest remainders).
 * @param size of the sample, whole, ≥ 1; larger than the set, all are drawn
 * @param next a seeded generator of numbers in [0, 1)
 */
export function drawSample(strata: readonly Stratum[], size: number, next: () => number): Drawn[] {
  const filled = strata.filter((s) => s.works.length > 0);
  const all = filled.reduce((n, s) => n + s.works.length, 0);
  const wanted = Math.min(Math.max(size, filled.length), all);
  const shares = filled.map((s) => (wanted * s.works.length) / all);
  const counts = shares.map((share, i) => Math.min(filled[i]!.works.length, Math.max(1, Math.floor(share))));
  const order = shares.map((share, i) => ({ i, rest: share - Math.floor(share) })).sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (let left = wanted - counts.reduce((a, b) => a + b, 0), k = 0; left > 0; k = (k + 1) % order.length) {
    const { i } = order[k]!;
    if (counts[i]! >= filled[i]!.works.length) continue;
    counts[i]!++;
    left--;
  }
  return filled.map((s, i) => ({ limiter: s.limiter, size: s.works.length, works: drawn(s.works, counts[i]!, next) }));
}

/** Fisher and Yates, as far as is needed. @source Durstenfeld R. Commun ACM 1964;7:420, from memory */
function drawn(works: readonly number[], count: number, next: () => number): number[] {
  const pool = [...works];
  for (let i = 0; i < count; i++) {
    const j = i + Math.floor(next() * (pool.length - i));
    [pool[i], pool[j]] = [pool[j]!, pool[i]!];
  }
  return pool.slice(0, count);
}

/** How many to draw so that none found would show that at most this share was wrongly stopped. */
export const plannedSize = (stopped: number, share: number): number => (stopped === 0 ? 0 : sampleSizeFor(stopped, share));
