import { type EvidenceScheme, SCHEMES } from '@/core/classify';
import type { Context } from '@/platform/context';
import { SchemeRow } from '@/platform/db/schema';

/** Every scheme that a review can use, with the edit number of its own ones. */
export async function schemesOf(ctx: Context, reviewId: string): Promise<{ scheme: EvidenceScheme; edit: number | null }[]> {
  const own = await ctx.em.find(SchemeRow, { reviewId }, { orderBy: { at: 'asc' } });
  return [...Object.values(SCHEMES).map((scheme) => ({ scheme, edit: null })), ...own.map((r) => ({ scheme: r.doc, edit: r.edit }))];
}
