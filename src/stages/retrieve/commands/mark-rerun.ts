import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Retrieval } from '@/platform/db/schema';

export const MarkRerun = z.strictObject({ id: z.uuid(), why: z.string().trim().max(2000) });

/** Marks a retrieval to be run again, for a reason, or takes the mark back with an empty one. */
export async function markRerun(ctx: Context, reviewId: string, { id, why }: z.infer<typeof MarkRerun>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const changed = await ctx.em.nativeUpdate(Retrieval, { reviewId, id }, { rerun: why });
  return changed ? { ok: true } : refuse('no-retrieval', 'This retrieval is not in the review.');
}
