import { type Context, openReview, type Result } from '@/platform/context';
import { queueMerge } from '@/platform/queue/queue';

/** Queues the merge of a review's records, as after one that was broken off or failed. */
export async function mergeAgain(ctx: Context, reviewId: string): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.transactional((tx) => queueMerge(tx, reviewId, ctx.now()));
  return { ok: true };
}
