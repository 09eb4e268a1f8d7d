import type { EntityManager } from '@mikro-orm/postgresql';
import { runBound } from '@/platform/db/client';
import type { WorkTally } from '@/platform/db/schema';

/** What is counted over the works of a review, of which pages would otherwise have to look at every one. */
type Tally = Pick<WorkTally, 'kind' | 'key' | 'doc' | 'works' | 'open'>;

/**
 * Works that share a reason why an axis of theirs is disputed, and works by what the record that they show says of its
 * journal or press, with how many of them leave peer review open.
 */
const COUNTED = `
  select kind, md5(doc::text) as key, doc, works, open from (
    select 'dispute' as kind, jsonb_build_object('axis', axis, 'kind', why, 'key', claims, 'label', label) as doc, works, 0 as open from (
      select a.key as axis, c->>'kind' as why, c->>'key' as claims, c->>'label' as label, count(*)::int as works
      from work w, jsonb_each(w.axes) a, jsonb_array_elements(a.value->'causes') c
      where w.review_id = $1 and w.absorbed_by is null and jsonb_path_exists(w.axes, '$.*.causes') group by 1, 2, 3, 4
    ) as disputes
    union all
    select 'venue', jsonb_build_object('container', container, 'issns', issns, 'isbns', isbns, 'publisher', publisher), works, open from (
      select w.container, r.item->'issns' as issns, r.item->'isbns' as isbns, r.item->>'publisher' as publisher, count(*)::int as works,
        (count(*) filter (where jsonb_array_length(w.axes->'peerReview'->'codes') > 1))::int as open
      from work w join record r on r.review_id = w.review_id and r.no = w.shown_record
      where w.review_id = $1 and w.absorbed_by is null and w.container <> '' group by 1, 2, 3, 4
    ) as venues
  ) as each_kind`;

/** Counts all works of a review. To be done whenever all of them were classified, in the same transaction. */
export async function tallyAll(tx: EntityManager, reviewId: string): Promise<void> {
  await runBound(tx, 'delete from work_tally where review_id = $1', [reviewId]);
  await runBound(
    tx,
    `insert into work_tally (review_id, kind, key, doc, works, open)
     select $1, kind, key, doc, works, open from (${COUNTED}) as now`,
    [reviewId],
  );
}

/** What was counted of a kind, those first that most works have. */
export const talliesOf = (em: EntityManager, reviewId: string, kind: WorkTally['kind'], most: number | null): Promise<Tally[]> =>
  em.execute<Tally[]>(
    `select kind, key, doc, works, open from work_tally where review_id = ? and kind = ?
     order by works desc, doc->>'axis', doc->>'label', key ${most === null ? '' : `limit ${most}`}`,
    [reviewId, kind],
  );
