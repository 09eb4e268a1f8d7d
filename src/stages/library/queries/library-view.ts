import type { Context } from '@/platform/context';
import { openReview } from '@/platform/context';
import { ListRow } from '@/platform/db/schema';
import { libraryOf, reviewState } from '@/stages/decide';

/** The lists that were brought, the library's settings, and how many works it has in which way. */
export async function libraryView(ctx: Context, reviewId: string) {
  const review = await openReview(ctx, reviewId);
  const { columns } = await reviewState(ctx, reviewId);
  const lists = await ctx.em.find(ListRow, { reviewId }, { orderBy: { at: 'asc', id: 'asc' } });
  const counts = (facet: 'holding' | 'standing' | 'discipline') => {
    const { values, all } = columns.facets[facet];
    const n = values.map(() => 0);
    let none = 0;
    for (const mask of all) {
      if (mask === 0) none++;
      for (let bits = mask, b = 0; bits; bits >>>= 1, b++) if (bits & 1) n[b]!++;
    }
    return { values: values.map((value, b) => ({ value, n: n[b]! })).filter((v) => v.n > 0), none };
  };
  return {
    settings: libraryOf(review),
    lists: lists.map(({ id, kind, name, day, lines, problems, removed, person, at }) => ({
      ...{ id, kind, name, day, lines, problems, removed, person, at: at.toISOString() },
    })),
    works: columns.numbers.length,
    counts: { holding: counts('holding'), standing: counts('standing'), discipline: counts('discipline') },
  };
}
export type LibraryView = Awaited<ReturnType<typeof libraryView>>;
