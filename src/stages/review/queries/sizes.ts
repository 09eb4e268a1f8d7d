import { type Context, openReview } from '@/platform/context';

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
