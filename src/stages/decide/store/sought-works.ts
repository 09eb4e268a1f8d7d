import type { SoughtWork } from '@/core/full-text';
import type { Person } from '@/core/record';
import type { Context } from '@/platform/context';
import { reviewState } from './review-state';

/** The numbers of the works whose full text is sought: those kept on title and abstract; all that are kept, where there is one stage. */
export async function soughtNumbers(ctx: Context, reviewId: string): Promise<number[]> {
  const state = await reviewState(ctx, reviewId);
  return [...state.staged].flatMap(([no, { screening }]) => (screening?.verdict === 'keep' && state.indexOf.has(no) ? [no] : []));
}

/** The sought works with what a PDF is known by: every title that a record gives them, DOI and authors. */
export async function soughtWorks(ctx: Context, reviewId: string): Promise<SoughtWork[]> {
  const numbers = await soughtNumbers(ctx, reviewId);
  const rows = await ctx.em.execute<{ no: number; titles: string[]; doi: string; authors: Person[] }[]>(
    `select w.no, array_remove(array_agg(distinct r.item->>'title') || w.title, '') as titles, w.doi, s.item->'authors' as authors
     from work w join work_record m on m.review_id = w.review_id and m.work_no = w.no and m.active
     join record r on r.review_id = m.review_id and r.no = m.record_no
     join record s on s.review_id = w.review_id and s.no = w.shown_record
     where w.review_id = ? and w.no = any(?::int[]) group by w.no, w.title, w.doi, s.item->'authors' order by w.no`,
    [reviewId, `{${numbers.join(',')}}`],
  );
  return rows.map(({ authors, ...r }) => ({ ...r, families: authors.map((a) => a.family) }));
}
