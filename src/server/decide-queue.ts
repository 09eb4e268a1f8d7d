import { isAgainstSieve, type WorkState } from '@/core/flow';
import { LEFT } from '@/core/sieve';
import type { ReviewState } from './review-state';

/** The works to decide, in order. Their titles are fetched for the stretch in view, so that a long queue opens at once. */
export interface DecideQueue {
  numbers: number[];
  /** Works with a decision: number, state, reason code. All others are undecided. */
  decided: [number, WorkState, string][];
  /** Decided works that the sieve would now stop or hold. */
  against: number[];
}

/**
 * All works that came through, and those decided before that would not come through now. The nearest to the top of
 * the evidence ladder come first (by the middle of the levels that are possible, then by the best of them), works
 * that the scheme does not grade last; among equals the newest first.
 */
export function decideQueue({ columns, outcomes, states, decisions, scheme }: ReviewState): DecideQueue {
  const decided = (i: number) => !['stopped', 'held', 'undecided'].includes(states[i]!);
  const indexes = [...columns.numbers.keys()].filter((i) => outcomes.fate[i] === LEFT || decided(i));
  const rungs = scheme.levels.flatMap((level, rung) => (level.code === 'not-graded' ? [] : [rung]));
  const heights = new Map<number, number>();
  /** Small numbers are high on the ladder. Sets of levels recur, so each is worked out once. */
  const height = (i: number): number => {
    const mask = columns.all.level[i]!;
    let known = heights.get(mask);
    if (known === undefined) {
      const possible = rungs.filter((rung) => (mask >>> rung) & 1);
      const middle = possible.reduce((a, b) => a + b, 0) / possible.length;
      known = possible.length ? middle * 64 + possible[0]! : Number.MAX_SAFE_INTEGER;
      heights.set(mask, known);
    }
    return known;
  };
  const { from } = columns.dates.earliest;
  indexes.sort((a, b) => height(a) - height(b) || from[b]! - from[a]! || a - b);
  const queue: DecideQueue = { numbers: [], decided: [], against: [] };
  for (const i of indexes) {
    const no = columns.numbers[i]!;
    const decision = decisions.get(no);
    queue.numbers.push(no);
    if (decided(i)) queue.decided.push([no, states[i]!, decision?.reasonCode ?? '']);
    if (isAgainstSieve(outcomes.fate[i]!, decision?.verdict ?? null)) queue.against.push(no);
  }
  return queue;
}
