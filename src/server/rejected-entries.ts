import { RejectedEntry } from '@/db/schema';
import { type Context, isUuid, NotFound, openReview } from './context';

/** The first 500 rejected entries of a file, in its order. */
export async function rejectedEntries(ctx: Context, reviewId: string, fileId: string) {
  await openReview(ctx, reviewId);
  if (!isUuid(fileId)) throw new NotFound('There is no such file.');
  const rows = await ctx.em.find(RejectedEntry, { reviewId, fileId }, { orderBy: { ordinal: 'asc' }, limit: 500 });
  return rows.map(({ ordinal, line, message, raw }) => ({ ordinal, line, message, raw: raw.slice(0, 4000) }));
}
