import { upperBoundOfMarked } from './hypergeometric';
import { type Share, shareOf } from './proportions';

/** What was found in the sample of one stratum. */
export interface JudgedStratum {
  limiter: string;
  /** Works that the limiter stopped, when the sample was drawn. */
  size: number;
  judged: number;
  wrong: number;
}

export interface StratumResult extends JudgedStratum {
  /** Share of those judged that were wrongly stopped; null while nobody judged any. */
  rate: Share | null;
  /** At most so many of all that it stopped, with 95 % confidence; null while nobody judged any. */
  atMost: number | null;
}

export interface SpotResult {
  strata: StratumResult[];
  /** Together: works wrongly stopped by the weighted estimate; at most so many, each stratum bounded more strictly. */
  whole: { size: number; judged: number; wrong: number; estimate: number | null; atMost: number | null };
}

const CONFIDENCE = 0.95;

/**
 * What a spot check says. Every stratum has its own estimate and exact upper bound. The whole is the estimate weighted
 * by the sizes of the strata; its bound is the sum of bounds that hold together with 95 % confidence (Bonferroni: each
 * at 1 − 0.05 / number of strata). A stratum of which nothing was judged yet counts with all its works.
 * @source Cochran WG. Sampling Techniques, 3rd ed. 1977, chapter 5 (stratified estimate); Bonferroni's inequality
 */
export function spotResult(strata: readonly JudgedStratum[]): SpotResult {
  const single = strata.length <= 1;
  const strict = single ? CONFIDENCE : 1 - (1 - CONFIDENCE) / strata.length;
  const bound = (s: JudgedStratum, confidence: number) =>
    s.judged === 0 ? null : upperBoundOfMarked(s.size, s.judged, s.wrong, confidence);
  const sum = (pick: (s: JudgedStratum) => number) => strata.reduce((n, s) => n + pick(s), 0);
  const judged = sum((s) => s.judged);
  return {
    strata: strata.map((s) => ({ ...s, rate: shareOf(s.wrong, s.judged), atMost: bound(s, CONFIDENCE) })),
    whole: {
      size: sum((s) => s.size),
      judged,
      wrong: sum((s) => s.wrong),
      estimate: strata.some((s) => s.judged === 0) ? null : sum((s) => (s.size * s.wrong) / s.judged),
      atMost: judged === 0 ? null : sum((s) => bound(s, strict) ?? s.size),
    },
  };
}
