import type { EntityManager } from '@mikro-orm/postgresql';
import type { storedAxes } from '@/core/judge';
import { runBound } from '@/platform/db/client';

type Axes = ReturnType<typeof storedAxes>;
/** An axis that is disputed, and why, as it is counted. */
type Dispute = readonly [axis: string, kind: string, key: string, label: string];

/** What a work counts for by its axes as they are stored: to be read of a work `w` with `COUNTS_FOR`, before it is changed. */
export interface CountsFor {
  /** Whether its peer review is open. */
  open: boolean;
  disputes: Dispute[] | null;
}
export const COUNTS_FOR = `jsonb_array_length(w.axes->'peerReview'->'codes') > 1 as open,
  case when jsonb_path_exists(w.axes, '$.*.causes') then (
    select jsonb_agg(jsonb_build_array(a.key, c->>'kind', c->>'key', c->>'label'))
    from jsonb_each(w.axes) a, jsonb_array_elements(a.value->'causes') c where jsonb_exists(a.value, 'causes')
  ) end as disputes`;

const disputesIn = (axes: Axes): Dispute[] =>
  Object.entries(axes).flatMap(([axis, { causes }]) => (causes ?? []).map((c) => [axis, c.kind, c.key, c.label] as const));

/**
 * What the counts of a review change by when some of its works are classified again: so that a ruling costs no more than
 * its works. It must come to the same as counting all anew. @see tallyAll
 */
export class TallySteps {
  private readonly disputes = new Map<string, { dispute: Dispute; step: number }>();
  private readonly open: { no: number; step: number }[] = [];

  /** @param axes of the work as they will be stored */
  add(no: number, was: CountsFor, axes: Axes): void {
    for (const dispute of was.disputes ?? []) this.step(dispute, -1);
    for (const dispute of disputesIn(axes)) this.step(dispute, 1);
    const open = axes.peerReview.codes.length > 1;
    if (open !== was.open) this.open.push({ no, step: open ? 1 : -1 });
  }

  private step(dispute: Dispute, by: 1 | -1) {
    const key = dispute.join('\u0000');
    const known = this.disputes.get(key);
    if (known) known.step += by;
    else this.disputes.set(key, { dispute, step: by });
  }

  /** Writes the changes into the counts, in the transaction that stores the works. */
  async write(tx: EntityManager, reviewId: string): Promise<void> {
    const disputes = [...this.disputes.values()].filter((d) => d.step !== 0);
    if (disputes.length)
      await runBound(
        tx,
        `insert into work_tally (review_id, kind, key, doc, works, open)
         select $1, 'dispute', md5(doc::text), doc, works, 0 from (
           select jsonb_build_object('axis', s.axis, 'kind', s.why, 'key', s.claims, 'label', s.label) as doc, s.works
           from json_to_recordset($2::json) as s(axis text, why text, claims text, label text, works int)
         ) as steps
         on conflict (review_id, kind, key) do update set works = work_tally.works + excluded.works`,
        [
          reviewId,
          JSON.stringify(disputes.map(({ dispute: [axis, why, claims, label], step }) => ({ axis, why, claims, label, works: step }))),
        ],
      );
    if (this.open.length)
      await runBound(
        tx,
        `insert into work_tally (review_id, kind, key, doc, works, open)
         select $1, 'venue', md5(doc::text), doc, 0, open from (
           select jsonb_build_object('container', w.container, 'issns', r.item->'issns', 'isbns', r.item->'isbns', 'publisher', r.item->>'publisher') as doc,
             sum(s.step)::int as open
           from json_to_recordset($2::json) as s(no int, step int)
           join work w on w.review_id = $1 and w.no = s.no and w.container <> ''
           join record r on r.review_id = w.review_id and r.no = w.shown_record group by 1
         ) as steps
         on conflict (review_id, kind, key) do update set open = work_tally.open + excluded.open`,
        [reviewId, JSON.stringify(this.open)],
      );
    await runBound(tx, 'delete from work_tally where review_id = $1 and works = 0', [reviewId]);
  }
}
