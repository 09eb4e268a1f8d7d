import { mergeWork } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import type { Context } from '@/platform/context';
import { fieldEdits } from '@/stages/merge';
import { databasesOf } from '@/stages/retrieve';

/** The merged citation of works, with every address that a record of theirs gives, by number. */
export async function itemsOf(ctx: Context, reviewId: string, works: readonly number[]): Promise<Map<number, BibRecord>> {
  const order = (await databasesOf(ctx, reviewId)).map((d) => d.id);
  const edits = await fieldEdits(ctx.em, reviewId);
  const rows = await ctx.em.execute<{ work: number; no: number; database_id: string | null; item: BibRecord }[]>(
    `select m.work_no as work, r.no, r.database_id, r.item from work_record m
     join record r on r.review_id = m.review_id and r.no = m.record_no
     where m.review_id = ? and m.active and m.work_no = any(?::int[]) order by r.no`,
    [reviewId, `{${works.join(',')}}`],
  );
  const members = new Map<number, { no: number; trust: number; item: BibRecord }[]>();
  for (const { work, no, database_id, item } of rows)
    members.set(work, [...(members.get(work) ?? []), { no, trust: order.indexOf(database_id ?? '') >>> 0, item }]);
  return new Map(
    [...members].map(([work, list]) => {
      const { item } = mergeWork(list, edits.get(work));
      return [work, { ...item, urls: [...new Set(list.flatMap((m) => m.item.urls))] }];
    }),
  );
}
