import { z } from 'zod';
import { WORK_AXES } from '@/core/classify';
import { nextSeq } from '@/platform/db/next-seq';
import { RulingRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { toBeRenewed } from '../store/likely-basis';
import { causeSchema, membersOf, pickedWorks, takeEffect, unknownCodes, worksWith } from '../store/ruled-works';
import { schemeOf } from '../store/scheme-of';

export const RuleAxis = z
  .strictObject({
    axis: z.enum(WORK_AXES),
    codes: z.array(z.string()).min(1, 'Choose at least one value.').max(32),
    /** One work … */
    workNo: z.int().positive().nullable(),
    /** … or some that a person picked … */
    workNos: pickedWorks.optional(),
    /** … or all that share a cause. */
    cause: causeSchema.nullable(),
    /** Later works that share the cause, too. */
    standing: z.boolean(),
    reason: z.string().trim().min(1, 'Give the reason: it stays with the ruling.').max(2000),
  })
  .refine((r) => [r.workNo !== null, r.workNos !== undefined, r.cause !== null].filter(Boolean).length === 1, {
    error: 'A ruling is on one work, on some, or on a cause.',
  });

export type RuleAxis = z.infer<typeof RuleAxis>;

/**
 * Rules on an axis of a work, or of all works that share a cause, and classifies them again: at once, or in the background
 * when they are many or the review is busy.
 */
export const ruleAxis = reviewCommand({
  name: 'rule-axis',
  right: 'edit',
  input: RuleAxis,
  refuses: ['unknown-code', 'no-works'],
  stale: ['classification'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    if (unknownCodes(input.axis, input.codes, await schemeOf(ctx.em, review)))
      return refuse('unknown-code', 'This is not a value of the axis.');
    const works = input.workNo ? [input.workNo] : (input.workNos ?? (await worksWith(ctx.em, reviewId, input.axis, input.cause!)));
    const members = await membersOf(ctx.em, reviewId, works);
    if (members.length === 0) return refuse('no-works', 'No work of the review is like that any more.');
    const seq = await nextSeq(ctx.em, 'ruling', reviewId);
    ctx.em.create(RulingRow, {
      reviewId,
      seq,
      axis: input.axis,
      codes: input.codes,
      reach: input.workNo ? 'one' : input.standing ? 'standing' : 'these',
      cause: input.cause,
      records: members.map((m) => m.record_no),
      names: members.map((m) => m.stable_name),
      works: works.length,
      reason: input.reason,
      undoes: null,
      ...bylineOf(ctx, review),
      at: ctx.now(),
    });
    await ctx.em.flush();
    if (await toBeRenewed(ctx.em, review)) await queueReclassify(ctx.em, reviewId);
    return { seq, works: works.length, ...(await takeEffect(ctx.em, reviewId, works)) };
  },
});
