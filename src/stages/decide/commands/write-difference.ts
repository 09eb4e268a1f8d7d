import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { nextSeq } from '@/platform/db/next-seq';
import { Work, WrittenDifference } from '@/platform/db/schema';

export const WriteDifference = z.strictObject({
  works: z.array(z.int().positive()).min(1).max(5000),
  /** '' takes it back. */
  text: z.string().trim().max(1000),
});

/** Writes down what sets works apart from others of their profile: it counts as part of the profile from then on. */
export async function writeDifference(ctx: Context, reviewId: string, input: z.infer<typeof WriteDifference>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const known = await tx.count(Work, { reviewId, no: { $in: input.works } });
    if (known !== new Set(input.works).size)
      return refuse('no-work', 'Some of these works are not in the review any more. Reload the page.');
    let seq = await nextSeq(tx, 'written_difference', reviewId);
    for (const workNo of new Set(input.works))
      tx.create(WrittenDifference, { reviewId, seq: seq++, workNo, text: input.text, person: review.person, at: ctx.now() });
    await tx.flush();
    return { ok: true };
  });
}
