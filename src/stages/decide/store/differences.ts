import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { WrittenDifference } from '@/platform/db/schema';

/** The difference that was written last of each work; those taken back are not in it. */
export const differencesOf = (ctx: Context, reviewId: string): Promise<ReadonlyMap<number, WrittenDifference>> =>
  partOf(ctx, reviewId, 'differences', ['written_difference'], () => latestDifferences(ctx, reviewId));

async function latestDifferences(ctx: Context, reviewId: string): Promise<ReadonlyMap<number, WrittenDifference>> {
  const rows = await ctx.em.find(WrittenDifference, { reviewId }, { orderBy: { seq: 'asc' } });
  const latest = new Map(rows.map((r) => [r.workNo, r]));
  for (const [no, row] of latest) if (!row.text) latest.delete(no);
  return latest;
}
