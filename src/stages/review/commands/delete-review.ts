import { z } from 'zod';
import { forgetPlace } from '@/platform/db/directory';
import { Job } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { LOCKS } from '@/platform/verbs/open-review';
import { refuse } from '@/platform/verbs/refusals';

export const DeleteReview = z.strictObject({ title: z.string().max(400) });

/** Deletes a review with all that belongs to it. Its title is asked for, so that no slip of the hand does it. */
export const deleteReview = reviewCommand({
  name: 'delete-review',
  right: 'manage',
  input: DeleteReview,
  // Whoever is changing it just now ends first, and finds it gone afterwards.
  lock: LOCKS,
  refuses: ['other-title', 'working'],
  stale: ['question'],
  async run(ctx, { title }) {
    const { review, reviewId } = ctx;
    if (title.trim() !== review.title.trim()) return refuse('other-title', 'This is not the title of the review, so nothing was deleted.');
    const [{ free }] = await ctx.em.execute<[{ free: boolean }]>('select pg_try_advisory_xact_lock(hashtext(?)) as free', [
      `records:${reviewId}`,
    ]);
    if (!free || (await ctx.em.count(Job, { reviewId, state: 'running' })))
      return refuse('working', 'Its records are being worked on. Cancel that or wait until it is done, then delete the review.');
    // Evidence is let go by this function alone, and only together with its review; its files go with it.
    await ctx.em.execute('select delete_review(?)', [reviewId]);
    ctx.afterwards.push(() => forgetPlace(reviewId));
    return {};
  },
});
