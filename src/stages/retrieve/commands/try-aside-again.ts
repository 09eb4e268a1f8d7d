import { type Context, openReview, type Result } from '@/platform/context';
import { SetAside } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';

/** Tries the records that were set aside again, with all others. */
export async function tryAsideAgain(ctx: Context, reviewId: string): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.transactional(async (tx) => {
    await tx.nativeUpdate(SetAside, { reviewId }, { rules: '' });
    await queueMerge(tx, reviewId, ctx.now());
  });
  return { ok: true };
}
