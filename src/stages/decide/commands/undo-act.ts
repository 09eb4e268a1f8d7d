import { z } from 'zod';
import { Decision, JudgementRow, Work } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import type { OpenReview } from '@/platform/verbs/open-review';
import { type SieveState, sieveState } from '@/stages/sieve';
import { addDecision, latestAt } from '../store/decisions';
import { isSpoken } from '../store/judgements';

export const UndoAct = z.strictObject({ act: z.uuid() });

/**
 * Takes back what was decided together, where nobody decided anew since: what had stood on a work before stands again,
 * as a row of its own.
 */
export const undoAct = reviewCommand({
  name: 'undo-act',
  right: 'decide',
  input: UndoAct,
  // The sieve that a decision names is the one it was judged by.
  lock: ['decide', { shared: 'sieve' }],
  refuses: [],
  stale: ['decisions', 'each-work'],
  async run(ctx, { act }) {
    const { reviewId } = ctx;
    const state = await sieveState(ctx, reviewId);
    const rows = await ctx.em.find(Decision, { reviewId, act, verdict: { $ne: 'undo' } });
    const numbers = rows.map((r) => r.workNo);
    const latest = await latestAt(ctx.em, reviewId, numbers);
    const works = new Map((await ctx.em.find(Work, { reviewId, no: { $in: numbers } })).map((w) => [w.no, w]));
    const all = await ctx.em.find(Decision, { reviewId, workNo: { $in: numbers } }, { orderBy: { seq: 'asc' } });
    let undone = 0;
    for (const row of rows) {
      const work = works.get(row.workNo);
      if (!work || !state.indexOf.has(row.workNo) || latest.get(row.workNo)?.seq !== row.seq) continue;
      const { stage, sieveVersion } = row;
      const before = all.filter((d) => d.workNo === row.workNo && d.stage === stage && d.seq < row.seq).at(-1);
      const stood = before && before.verdict !== 'undo' ? before : null;
      addDecision(ctx.em, ctx, state, work, {
        // No part of the act itself: taken back once, there is nothing of it left to take back.
        ...{ stage, sieveVersion, act: null, seq: row.seq + 1, verdict: stood ? stood.verdict : 'undo' },
        ...{ grounds: stood?.grounds ?? row.grounds, page: stood?.page ?? '', note: stood?.note ?? '' },
        reason: stood?.reasonCode ? { code: stood.reasonCode, text: stood.reasonText, definition: '' } : null,
      });
      undone++;
    }
    undone += await takeBackJudgements(ctx, state, act);
    return { undone };
  },
});

/** Where two judge: takes back what one said of works that the other has not judged yet. */
async function takeBackJudgements(ctx: OpenReview, state: SieveState, act: string): Promise<number> {
  const { em, reviewId } = ctx;
  const rows = ctx.person.id ? await em.find(JudgementRow, { reviewId, act, personId: ctx.person.id, verdict: { $ne: 'undo' } }) : [];
  let undone = 0;
  for (const row of rows) {
    await em.execute('select pg_advisory_xact_lock(hashtext(?))', [`judge:${reviewId}:${row.workNo}`]);
    const all = await em.find(JudgementRow, { reviewId, workNo: row.workNo }, { orderBy: { seq: 'asc' } });
    const latest = new Map(all.filter((r) => r.stage === row.stage).map((r) => [r.personId, r]));
    const last = Math.max(...all.filter((r) => r.personId === row.personId).map((r) => r.seq));
    if (last !== row.seq || [...latest.values()].filter(isSpoken).length >= 2 || !state.indexOf.has(row.workNo)) continue;
    const { workNo, personId, stage, snapshot, grounds } = row;
    em.create(JudgementRow, {
      ...{
        reviewId,
        workNo,
        personId,
        seq: row.seq + 1,
        stage,
        verdict: 'undo',
        reasonCode: '',
        reasonText: '',
        grounds,
        page: '',
        note: '',
      },
      ...{ snapshot, act: null, person: row.person, at: ctx.now() },
    });
    undone++;
  }
  return undone;
}
