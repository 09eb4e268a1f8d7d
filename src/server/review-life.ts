import { rm } from 'node:fs/promises';
import { z } from 'zod';
import { Job, Review } from '@/db/schema';
import { BUNDLE_TABLE_NAMES, OTHER_TABLES, reviewColumn } from './bundle/tables';
import { type Context, openReview, type Result, refuse } from './context';
import { filePath } from './files';

export const Archive = z.strictObject({ archived: z.boolean() });

/** Puts a review away, or takes it out again. Nothing in it changes. */
export async function archiveReview(ctx: Context, reviewId: string, { archived }: z.infer<typeof Archive>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.nativeUpdate(Review, { id: reviewId }, { archivedAt: archived ? ctx.now() : null });
  return { ok: true };
}

/** What would go with a review. */
export async function sizesOf(ctx: Context, reviewId: string) {
  await openReview(ctx, reviewId);
  const [row] = await ctx.em.execute<
    [{ records: number; works: number; decisions: number; rulings: number; pdfs: number; versions: number; samples: number; known: number }]
  >(
    `select (select count(*)::int from record where review_id = ?) as records,
       (select count(*)::int from work where review_id = ? and absorbed_by is null) as works,
       (select count(*)::int from decision where review_id = ?) as decisions,
       (select count(*)::int from ruling where review_id = ?) + (select count(*)::int from merge_ruling where review_id = ?)
         + (select count(*)::int from sieve_override where review_id = ?) as rulings,
       (select count(*)::int from attachment where review_id = ?) as pdfs,
       (select count(*)::int from sieve_version where review_id = ?) as versions,
       (select count(*)::int from sample_check where review_id = ?) as samples,
       (select count(*)::int from known_record where review_id = ?) as known`,
    Array.from({ length: 10 }, () => reviewId),
  );
  return row!;
}

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
