import { z } from 'zod';
import { nextSeq } from '@/platform/db/next-seq';
import { SampleCheck, SampleVerdict } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const JudgeSample = z.strictObject({
  check: z.int().positive(),
  workNo: z.int().positive(),
  /** Whether it would be kept by what can be read of it. */
  verdict: z.enum(['keep', 'exclude', 'unsure', 'undo']),
  note: z.string().trim().max(2000).default(''),
});

export type JudgeSample = z.input<typeof JudgeSample>;

/** Adds what a person says of a work of a sample. It decides nothing: the work stays where it is. */
export const judgeSample = reviewCommand({
  name: 'judge-sample',
  right: 'decide',
  input: JudgeSample,
  lock: 'sample',
  refuses: ['no-sample', 'not-drawn'],
  stale: ['checks'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const check = await ctx.em.findOne(SampleCheck, { reviewId, number: input.check });
    if (!check) return refuse('no-sample', 'There is no such sample.');
    if (!check.order.includes(input.workNo)) return refuse('not-drawn', 'This work is not in the sample.');
    const seq = await nextSeq(ctx.em, 'sample_verdict', reviewId);
    ctx.em.create(SampleVerdict, {
      ...{ reviewId, seq, check, workNo: input.workNo, verdict: input.verdict, note: input.note },
      ...{ ...bylineOf(ctx, review), at: ctx.now() },
    });
    return { seq };
  },
});
