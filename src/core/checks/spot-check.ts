import { upperBoundOfMarked } from './hypergeometric';
import { type Share, shareOf } from './proportions';
import { confidenceOfEach, type SampleDesign } from './sample';

/** What was found in the sample of one stratum. */
export interface JudgedStratum {
  limiter: string;
  /** Works that the limiter stopped, when the sample was drawn. */
  size: number;
  /** Those that a person could tell. */
  judged: number;
  wrong: number;
  /** Those that a person could not tell: the bound takes them for wrongly stopped, the estimate leaves them out. */
  unsure: number;
}

export interface StratumResult extends JudgedStratum {
  /** Share of those judged that were wrongly stopped; null while nobody judged any. */
  rate: Share | null;
  /** At most so many of all that it stopped, with 95 % confidence; null while nobody judged any. */
  atMost: number | null;
}

export interface SpotResult {
  strata: StratumResult[];
  /** Together: works wrongly stopped by the estimate, and at most so many. Null where nothing can be said. */
  whole: { size: number; judged: number; wrong: number; unsure: number; estimate: number | null; atMost: number | null };
}

/**
 * What a spot check says. Every stratum has its own estimate and exact upper bound: within one, works were drawn by lot
 * in either design. The whole of a stratified sample is the estimate weighted by the sizes of the strata, bounded by the
 * sum of bounds that hold together with 95 % confidence (Bonferroni: each at 1 − 0.05 / number of strata); a stratum of
 * which nothing was judged yet counts with all its works. The whole of a simple one is estimated and bounded at once.
 * @source Cochran WG. Sampling Techniques, 3rd ed. 1977, chapters 3 and 5; Bonferroni's inequality; from memory
 */
export function spotResult(strata: readonly JudgedStratum[], design: SampleDesign = 'stratified'): SpotResult {
  const bound = (s: Omit<JudgedStratum, 'limiter'>, confidence?: number) =>
    s.judged + s.unsure === 0 ? null : upperBoundOfMarked(s.size, s.judged + s.unsure, s.wrong + s.unsure, confidence);
  const sum = (pick: (s: JudgedStratum) => number) => strata.reduce((n, s) => n + pick(s), 0);
  const all = { size: sum((s) => s.size), judged: sum((s) => s.judged), wrong: sum((s) => s.wrong), unsure: sum((s) => s.unsure) };
  const simple = design === 'simple';
  const each = confidenceOfEach(strata.length);
  const told = simple ? all.judged > 0 || all.size === 0 : strata.every((s) => s.judged > 0);
  return {
    strata: strata.map((s) => ({ ...s, rate: shareOf(s.wrong, s.judged), atMost: bound(s) })),
    whole: {
      ...all,
      estimate: !told ? null : simple ? (all.size * all.wrong) / Math.max(1, all.judged) : sum((s) => (s.size * s.wrong) / s.judged),
      atMost: all.judged + all.unsure === 0 ? null : simple ? bound(all) : sum((s) => bound(s, each) ?? s.size),
    },
  };
}
