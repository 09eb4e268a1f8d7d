import type { EntityManager } from '@mikro-orm/postgresql';

/** What becomes of works when a retrieval is withdrawn, or restored. */
export interface WithdrawalEffect {
  /** Works that have records of no other retrieval: they leave, or come back. */
  works: number;
  /** Works that other retrievals found too: they stay, with fewer records, or with more. */
  shared: number;
  /** Of the works that leave or come back, those that somebody decided, and how they stand. */
  decided: { no: number; title: string; verdict: string }[];
}

/**
 * What withdrawing a retrieval does to works and decisions, or what restoring it does when it is withdrawn. A withdrawn
 * record keeps the number of the work that it was of, so that this can be said before.
 */
export async function withdrawalEffect(em: EntityManager, reviewId: string, id: string, withdrawn: boolean): Promise<WithdrawalEffect> {
  const number = withdrawn ? 'm.prior_no' : 'm.work_no';
  const works = await em.execute<{ no: number; shared: boolean; verdict: string | null; title: string }[]>(
    `with own as (
       select distinct ${number} as no from work_record m
       join record r on r.review_id = m.review_id and r.no = m.record_no
       join import_file f on f.review_id = r.review_id and f.id = r.file_id
       where m.review_id = ? and f.retrieval_id = ? and ${withdrawn ? 'not ' : ''}m.active)
     select own.no, coalesce(w.title, '') as title,
       exists (select 1 from work_record m
         join record r on r.review_id = m.review_id and r.no = m.record_no
         join import_file f on f.review_id = r.review_id and f.id = r.file_id
         where m.review_id = ? and m.work_no = own.no and m.active and f.retrieval_id <> ?) as shared,
       (select d.verdict from decision d where d.review_id = ? and d.work_no = own.no order by d.seq desc limit 1) as verdict
     from own left join work w on w.review_id = ? and w.no = own.no order by own.no`,
    [reviewId, id, reviewId, id, reviewId, reviewId],
  );
  const alone = works.filter((w) => !w.shared);
  return {
    works: alone.length,
    shared: works.length - alone.length,
    decided: alone.flatMap(({ no, title, verdict }) => (verdict && verdict !== 'undo' ? [{ no, title, verdict }] : [])),
  };
}
