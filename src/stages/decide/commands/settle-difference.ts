import { z } from 'zod';
import { STAGES } from '@/core/flow';
import { Decision, JudgementRow, Work } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { reasonsOf } from '@/stages/question';
import { freezeSieve, sieveState } from '@/stages/sieve';
import { addDecision, CHANGED, FROZEN_WITH } from '../store/decisions';
import { isSpoken, latestOf } from '../store/judgements';
import { absorbedBy } from '../store/latest-decisions';
import { maySettle } from '../store/may-settle';

/**
 * Settles what two readers said differently: a decision of its own, with grounds of its own. What both had said stays as
 * it is. Also for what both excluded, each for another reason.
 */
export const settleDifference = reviewCommand({
  name: 'settle-difference',
  right: 'decide',
  input: z.strictObject({
    workNo: z.int().positive(),
    stage: z.enum(STAGES),
    verdict: z.enum(['keep', 'exclude', 'background']),
    reasonCode: z.string().max(40),
    grounds: z.string().trim().min(1, 'Say on what grounds it is settled.').max(10_000),
    /** The number of the decision that was seen, 0 when there was none. */
    seenSeq: z.int().min(0),
  }),
  lock: ['decide', { shared: 'sieve' }],
  refuses: ['no-work', 'not-judged', 'changed-meanwhile', 'no-reason', 'not-third'],
  stale: ['decisions', 'each-work'],
  async run(ctx, input) {
    const { em, reviewId } = ctx;
    const { workNo, stage } = input;
    const state = await sieveState(ctx, reviewId);
    const work = await em.findOne(Work, { reviewId, no: workNo });
    if (!state.indexOf.has(workNo) || !work) return refuse('no-work', 'This work is not in the review any more. Reload the page.');
    const works = [workNo, ...(await absorbedBy(em, reviewId, state.columns, workNo))];
    const rows = await em.find(JudgementRow, { reviewId, workNo: { $in: works } });
    if ([...latestOf(rows, workNo, stage).values()].filter(isSpoken).length < 2)
      return refuse('not-judged', 'Two have to judge this work before a difference can be settled.');
    const decisions = await em.find(Decision, { reviewId, workNo: { $in: works } }, { orderBy: { seq: 'desc' } });
    const own = decisions.filter((d) => d.workNo === workNo);
    // A decision on a work that became part of this one stands until there is one on this.
    const stands = own.find((d) => d.stage === stage) ?? decisions.find((d) => d.stage === stage);
    const seen = stands && stands.verdict !== 'undo' ? stands.seq : 0;
    if (seen !== input.seenSeq) return refuse('changed-meanwhile', CHANGED);
    const refused = await maySettle(ctx, works, stage);
    if (refused) return refused;
    const reason = input.verdict === 'exclude' ? (await reasonsOf(ctx, reviewId, stage)).find((r) => r.code === input.reasonCode) : null;
    if (reason === undefined) return refuse('no-reason', 'Excluding needs a reason from the list of the review.');
    const seq = 1 + Math.max(own[0]?.seq ?? 0, ...rows.filter((r) => r.workNo === workNo).map((r) => r.seq));
    const sieveVersion = await freezeSieve(ctx, reviewId, FROZEN_WITH);
    addDecision(em, ctx, state, work, { ...input, page: '', note: '', seq, reason, sieveVersion, act: null, how: 'settled' });
    return { seq };
  },
});
