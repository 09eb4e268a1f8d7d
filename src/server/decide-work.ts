import { UniqueConstraintViolationException } from '@mikro-orm/core';
import { z } from 'zod';
import { VERDICTS } from '@/core/flow';
import { Decision, Work } from '@/db/schema';
import { type Context, type Result, refuse } from './context';
import { outcomeWords, reviewState } from './review-state';
import { criteriaOf } from './save-criteria';
import { freezeSieve } from './save-sieve';

export const DecideWork = z.strictObject({
  workNo: z.int().positive(),
  verdict: z.enum(VERDICTS),
  /** Needed to exclude: one of the review's reason codes. */
  reasonCode: z.string().max(40),
  grounds: z.string().max(10_000),
  /** Sequence number of the decision the person saw; 0 when there was none. */
  seenSeq: z.int().min(0),
});
export type DecideWork = z.infer<typeof DecideWork>;

/**
 * Adds a decision with the state it was made in. The sieve is saved as a version first if it has changed, so that
 * every decision names what it rested on.
 */
export async function decideWork(ctx: Context, reviewId: string, input: DecideWork): Promise<Result<{ seq: number }>> {
  const state = await reviewState(ctx, reviewId);
  const index = state.indexOf.get(input.workNo);
  const work = await ctx.em.findOne(Work, { reviewId, no: input.workNo });
  if (index === undefined || !work)
    return refuse('no-work', 'This work is not in the review any more: it may have been joined with another. Reload the page.');
  const current = await ctx.em.findOne(Decision, { reviewId, workNo: input.workNo }, { orderBy: { seq: 'desc' } });
  const changed = () =>
    refuse('changed-meanwhile', 'Somebody else decided this work meanwhile. Their decision is shown now; yours was not saved.');
  if ((current?.seq ?? 0) !== input.seenSeq) return changed();
  if (input.verdict === 'undo' && (!current || current.verdict === 'undo'))
    return refuse('nothing-to-undo', 'There is no decision to take back.');
  const reason = (await criteriaOf(ctx, reviewId)).find((c) => c.reasonCode === input.reasonCode);
  if (input.verdict === 'exclude' && !reason) return refuse('no-reason', 'Excluding needs a reason from the list of the review.');
  const sieveVersion = await freezeSieve(ctx, reviewId, 'Saved with the first decision made under it.');
  const seq = input.seenSeq + 1;
  try {
    ctx.em.create(Decision, {
      reviewId,
      workNo: input.workNo,
      seq,
      verdict: input.verdict,
      reasonCode: input.verdict === 'exclude' ? reason!.reasonCode : '',
      reasonText: input.verdict === 'exclude' ? reason!.text : '',
      grounds: input.grounds.trim(),
      snapshot: { axes: work.axes, dateWords: work.dateWords, outcome: outcomeWords(state, index) },
      sieveVersion,
      person: state.review.person,
      at: ctx.now(),
    });
    await ctx.em.flush();
  } catch (error) {
    if (error instanceof UniqueConstraintViolationException) return changed();
    throw error;
  }
  return { ok: true, seq };
}
