import { z } from 'zod';
import { type Context, openReview, type Result } from '@/platform/context';
import { Review } from '@/platform/db/schema';

export const Archive = z.strictObject({ archived: z.boolean() });

/** Puts a review away, or takes it out again. Nothing in it changes. */
export async function archiveReview(ctx: Context, reviewId: string, { archived }: z.infer<typeof Archive>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.nativeUpdate(Review, { id: reviewId }, { archivedAt: archived ? ctx.now() : null });
  return { ok: true };
}
