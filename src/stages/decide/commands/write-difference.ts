import { z } from 'zod';
import { nextSeq } from '@/platform/db/next-seq';
import { Work, WrittenDifference } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const WriteDifference = z.strictObject({
  works: z.array(z.int().positive()).min(1).max(5000),
  /** '' takes it back. */
  text: z.string().trim().max(1000),
});

/** Writes down what sets works apart from others of their profile: it counts as part of the profile from then on. */
export const writeDifference = reviewCommand({
  name: 'write-difference',
  right: 'decide',
  input: WriteDifference,
  refuses: ['no-work'],
  stale: ['decisions', 'each-work'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const known = await ctx.em.count(Work, { reviewId, no: { $in: input.works } });
    if (known !== new Set(input.works).size)
      return refuse('no-work', 'Some of these works are not in the review any more. Reload the page.');
    let seq = await nextSeq(ctx.em, 'written_difference', reviewId);
    for (const workNo of new Set(input.works))
      ctx.em.create(WrittenDifference, { reviewId, seq: seq++, workNo, text: input.text, ...bylineOf(ctx, review), at: ctx.now() });
    return {};
  },
});
