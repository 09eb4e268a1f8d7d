import type { DecisionVerdict } from '@/core/flow';

/** What one reader said of a work, the latest that holds. */
export interface Judgement {
  person: string;
  verdict: Exclude<DecisionVerdict, 'undo' | 'wait'>;
  reasonCode: string;
}

/** What the rule of a review makes of what two readers said. */
export type Together =
  | { is: 'open' }
  | { is: 'agreed'; verdict: Judgement['verdict']; reasonCode: string /** Both exclude, for reasons of their own. */; otherReason: boolean }
  | { is: 'by-rule'; verdict: 'keep'; reasonCode: '' }
  | { is: 'differ' };

/**
 * What two judgements on one work come to: both the same verdict, a difference, or nothing yet. Who sets a work to wait
 * has not judged it. Where both exclude for different reasons the work is excluded for the one that comes first in the
 * list of the review (common practice: the first criterion that is not met).
 * @param judgements one each of different people; of more than two the first two count
 * @param reasons codes in the order of the review's list
 * @param differ what the review does with differences at this stage
 */
export function together(judgements: readonly Judgement[], reasons: readonly string[], differ: 'settle' | 'keep-if-either'): Together {
  const [a, b] = judgements;
  if (!a || !b) return { is: 'open' };
  if (a.verdict === b.verdict) {
    const codes = [...new Set([a.reasonCode, b.reasonCode])].sort((x, y) => place(reasons, x) - place(reasons, y));
    return { is: 'agreed', verdict: a.verdict, reasonCode: codes[0]!, otherReason: codes.length > 1 };
  }
  if (differ === 'keep-if-either' && [a, b].some((j) => j.verdict === 'keep')) return { is: 'by-rule', verdict: 'keep', reasonCode: '' };
  return { is: 'differ' };
}

const place = (reasons: readonly string[], code: string): number => {
  const at = reasons.indexOf(code);
  return at < 0 ? reasons.length : at;
};
