import { z } from 'zod';
import { Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';

export const Archive = z.strictObject({ archived: z.boolean() });

/** Puts a review away, or takes it out again. Nothing in it changes. */
export const archiveReview = reviewCommand({
  name: 'archive',
  right: 'manage',
  input: Archive,
  refuses: [],
  stale: ['question'],
  async run(ctx, { archived }) {
    const { reviewId } = ctx;
    await ctx.em.nativeUpdate(Review, { id: reviewId }, { archivedAt: archived ? ctx.now() : null });
    return {};
  },
});
