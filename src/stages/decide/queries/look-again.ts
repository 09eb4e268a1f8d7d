import { type Changed, changedSince } from '@/core/grounds';
import type { Context } from '@/platform/context';
import { Decision, type Snapshot, Work } from '@/platform/db/schema';
import { snapshotOf } from '../store/decisions';
import type { ReviewState } from '../store/review-state';

const PAGE = 1000;

/** Decided works of which the classification or the outcome is not what it was when they were decided, with what changed. */
export async function lookAgain(ctx: Context, state: ReviewState): Promise<Map<number, Changed[]>> {
  const { review } = state;
  const decided = [...state.decisions.keys()].filter((no) => standsOn(state, no));
  const found = new Map<number, Changed[]>();
  for (let at = 0; at < decided.length; at += PAGE) {
    const numbers = decided.slice(at, at + PAGE);
    const em = ctx.em.fork();
    const works = new Map(
      (await em.find(Work, { reviewId: review.id, no: { $in: numbers } }, { fields: ['no', 'axes', 'dateWords'] })).map((w) => [w.no, w]),
    );
    const rows = await em.find(Decision, { reviewId: review.id, workNo: { $in: numbers } }, { fields: ['workNo', 'seq', 'snapshot'] });
    const snapshots = new Map(rows.map((r) => [`${r.workNo}/${r.seq}`, r.snapshot]));
    for (const no of numbers) {
      const work = works.get(no);
      const changed = work ? changedOn(state, work, snapshots.get(`${no}/${state.decisions.get(no)!.seq}`)) : [];
      if (changed.length) found.set(no, changed);
    }
  }
  return found;
}

function standsOn(state: ReviewState, no: number): boolean {
  const verdict = state.decisions.get(no)?.verdict;
  return !!verdict && verdict !== 'undo' && state.indexOf.has(no);
}

/**
 * What of a work is not what it was when the decision that stands was made.
 * @param then what stands beside that decision; nothing when it was made on another work, which became this one
 */
export function changedOn(state: ReviewState, work: Seen, then: Snapshot | undefined): Changed[] {
  if (!then || !standsOn(state, work.no)) return [];
  const now = snapshotOf(state, work);
  const nameOf = (id: string) => state.review.sieve.find((l) => l.id === id)?.name ?? 'a limiter that was removed';
  return changedSince({ ...then, limiters: then.limiters ?? null }, { ...now, limiters: now.limiters ?? null }, nameOf);
}
type Seen = Parameters<typeof snapshotOf>[1];
