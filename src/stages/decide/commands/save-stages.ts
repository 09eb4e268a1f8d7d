import { z } from 'zod';
import { type Context, openReview, type Result } from '@/platform/context';
import { Review } from '@/platform/db/schema';

export const SaveStages = z.strictObject({ twoStages: z.boolean() });

/** Whether kept works are judged again by their full text. What was decided at the second stage is kept either way. */
export async function saveStages(ctx: Context, reviewId: string, { twoStages }: z.infer<typeof SaveStages>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.nativeUpdate(Review, { id: reviewId }, { twoStages });
  return { ok: true };
}
