import { rm } from 'node:fs/promises';
import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Job } from '@/platform/db/schema';
import { filePath } from '@/platform/files/files';
import { BUNDLE_TABLE_NAMES, OTHER_TABLES, reviewColumn } from '../bundle/tables';

export const DeleteReview = z.strictObject({ title: z.string().max(400) });

/** Deletes a review with all that belongs to it. Its title is asked for, so that no slip of the hand does it. */
export async function deleteReview(ctx: Context, reviewId: string, { title }: z.infer<typeof DeleteReview>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  if (title.trim() !== review.title.trim()) return refuse('other-title', 'This is not the title of the review, so nothing was deleted.');
  if (await ctx.em.count(Job, { reviewId, state: 'running' }))
    return refuse('working', 'Its records are being worked on. Cancel that or wait until it is done, then delete the review.');
  await ctx.em.transactional(async (tx) => {
    // The database lets evidence go only for the review that is named here, and only until the transaction ends.
    await tx.execute(`select set_config('narrow_sieve.deleting', ?, true)`, [reviewId]);
    for (const table of [...OTHER_TABLES, ...[...BUNDLE_TABLE_NAMES].reverse()])
      await tx.execute(`delete from "${table}" where ${table === 'review' ? reviewColumn('review') : 'review_id'} = ?`, [reviewId]);
  });
  await rm(filePath(reviewId, ''), { recursive: true, force: true });
  return { ok: true };
}
