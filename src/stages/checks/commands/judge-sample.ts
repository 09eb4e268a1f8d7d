import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { nextSeq } from '@/platform/db/next-seq';
import { SampleCheck, SampleVerdict } from '@/platform/db/schema';

export const JudgeSample = z.strictObject({
  check: z.int().positive(),
  workNo: z.int().positive(),
  /** Whether it would be kept by what can be read of it. */
  verdict: z.enum(['keep', 'exclude', 'unsure', 'undo']),
  note: z.string().trim().max(2000).default(''),
});

export type JudgeSample = z.input<typeof JudgeSample>;

/** Adds what a person says of a work of a sample. It decides nothing: the work stays where it is. */
export async function judgeSample(ctx: Context, reviewId: string, given: JudgeSample): Promise<Result<{ seq: number }>> {
  const input = JudgeSample.parse(given);
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const check = await tx.findOne(SampleCheck, { reviewId, number: input.check });
    if (!check) return refuse('no-sample', 'There is no such sample.');
    if (!check.order.includes(input.workNo)) return refuse('not-drawn', 'This work is not in the sample.');
    const seq = await nextSeq(tx as EntityManager, 'sample_verdict', reviewId);
    tx.create(SampleVerdict, {
      ...{ reviewId, seq, checkNumber: input.check, workNo: input.workNo, verdict: input.verdict, note: input.note },
      ...{ person: review.person, at: ctx.now() },
    });
    await tx.flush();
    return { ok: true, seq };
  });
}
