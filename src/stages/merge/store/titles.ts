import type { Context } from '@/platform/context';
import { Work } from '@/platform/db/schema';

export async function titlesOf(ctx: Context, reviewId: string, numbers: readonly number[]): Promise<Map<number, string>> {
  const works = await ctx.em.find(Work, { reviewId, no: { $in: [...numbers] } }, { fields: ['no', 'title'] });
  return new Map(works.map((w) => [w.no, w.title]));
}
