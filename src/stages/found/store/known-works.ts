import { type KnownWork, KnownWorks } from '@/core/citations';
import type { Context } from '@/platform/context';

/** The works of a review as citations are matched with them, by every title and identifier of their records. */
export async function knownWorks(ctx: Context, reviewId: string): Promise<{ list: Map<number, KnownWork>; works: KnownWorks }> {
  const rows = await ctx.em.execute<KnownWork[]>(
    `select m.work_no as no,
       array_remove(array_agg(distinct lower(r.item->>'doi')), '') as dois, array_remove(array_agg(distinct r.item->>'pmid'), '') as pmids,
       array_remove(array_agg(distinct r.item->>'title'), '') as titles,
       coalesce(max(nullif(substring(coalesce(nullif(r.item->'dates'->>'issue', ''), r.item->'dates'->>'online') from '[0-9]{4}'), '')::int), 0) as year
     from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no
     where m.review_id = ? and m.active group by m.work_no`,
    [reviewId],
  );
  return { list: new Map(rows.map((r) => [r.no, r])), works: new KnownWorks(rows) };
}
