import { type Changed, changedSince } from '@/core/grounds';
import type { Context } from '@/platform/context';
import { Decision, Work } from '@/platform/db/schema';
import { snapshotOf } from '../store/decisions';
import type { ReviewState } from '../store/review-state';

const PAGE = 1000;

/** Decided works of which the classification or the outcome is not what it was when they were decided, with what changed. */
export async function lookAgain(ctx: Context, state: ReviewState, only?: readonly number[]): Promise<Map<number, Changed[]>> {
  const { review } = state;
  const wanted = only ?? [...state.decisions.keys()];
  const decided = wanted.filter((no) => {
    const verdict = state.decisions.get(no)?.verdict;
    return verdict && verdict !== 'undo' && state.indexOf.has(no);
  });
  const nameOf = (id: string) => review.sieve.find((l) => l.id === id)?.name ?? 'a limiter that was removed';
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
      const then = snapshots.get(`${no}/${state.decisions.get(no)!.seq}`);
      if (!work || !then) continue;
      const now = snapshotOf(state, work);
      const changed = changedSince({ ...then, limiters: then.limiters ?? null }, { ...now, limiters: now.limiters ?? null }, nameOf);
      if (changed.length) found.set(no, changed);
    }
  }
  return found;
}
