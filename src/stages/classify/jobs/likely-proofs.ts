import type { EntityManager } from '@mikro-orm/postgresql';
import { type Judgeable, type Judging, judgeWork, NO_RULINGS } from '@/core/judge';
import { coverageOf, LIKELY_AXES, type LikelyAxis, type Proof, proofOf, sharesOfWork, tooFewInside } from '@/core/likely';
import type { PackedClaims } from '@/core/storage';
import { LikelyBasisRow, type Review } from '@/platform/db/schema';
import { readClaims } from '@/stages/retrieve';
import { type LikelyAxes, MODELS_NAME, NO_PROOFS } from '../store/likely-basis';
import { type Said, saidByDecisions, saidByRulings } from '../store/settled-by-people';

/** One ruling on many works says one thing of them: so many of these are proof. */
const MOST_OF_A_RULING = 5;
/** The latest are proof of how the review is ruled on now. */
const MOST_PROOFS = 500;

/**
 * Takes up what people said until now: what of a review's works they settled is proof of how strange true values look
 * here. An axis whose sets hold fewer true values than they state, by more than chance, is switched off.
 */
export async function renewLikelyBasis(em: EntityManager, review: Review, judging: Judging, at: Date): Promise<void> {
  const { axes, seq } = await proofsOfReview(em, review, judging);
  const row = { models: MODELS_NAME, seq, wanted: review.likelyShare, axes, at };
  await em.upsert(LikelyBasisRow, { reviewId: review.id, ...row });
  await em.flush();
}

/** The proofs that people's rulings and decisions give now, and what they say of the coverage. */
export async function proofsOfReview(em: EntityManager, review: Review, judging: Judging): Promise<{ axes: LikelyAxes; seq: number }> {
  const rulings = await saidByRulings(em, review.id);
  // A ruling says what a decision only lets be seen: it comes first.
  const wanted = [...rulings.said, ...(await saidByDecisions(em, review.id))];
  const axes = NO_PROOFS();
  const works = await worksOfRecords(
    em,
    review.id,
    wanted.flatMap((r) => r.records.slice(0, 4 * MOST_OF_A_RULING)),
  );
  const docs = await docsOf(em, review.id, [...new Set([...works.values()].flatMap((w) => w.records))]);
  const taken = new Set<string>();
  const found = Object.fromEntries(LIKELY_AXES.map((a) => [a, [] as Found[]])) as unknown as Record<LikelyAxis, Found[]>;
  for (const { by, axis, codes, records, at } of wanted) {
    let ofThis = 0;
    for (const record of records) {
      const work = works.get(record);
      if (!work || ofThis >= MOST_OF_A_RULING || found[axis].length >= MOST_PROOFS || taken.has(`${axis} ${work.no}`)) continue;
      const members = work.records.flatMap((no) => docs.get(no) ?? []);
      if (members.length === 0) continue;
      const { classification } = judgeWork({ ...judging, rulings: NO_RULINGS, likely: null }, members);
      const proof = proofOf(axis, classification.axes[axis].mask, sharesOfWork(members.map((m) => m.doc.likely)), codes);
      if (!proof) continue;
      taken.add(`${axis} ${work.no}`);
      found[axis].push({ ...proof, by, at });
      ofThis++;
    }
  }
  for (const axis of LIKELY_AXES) {
    found[axis].sort((a, b) => a.at.getTime() - b.at.getTime());
    const { inside, of } = coverageOf(axis, found[axis], review.likelyShare);
    axes[axis] = {
      proofs: found[axis].map((p) => [p.code, Number(p.strangeness.toFixed(5))]),
      decided: found[axis].filter((p) => p.by === 'decision').length,
      ...{ inside, of, on: !tooFewInside({ inside, of }, review.likelyShare) },
    };
  }
  return { axes, seq: rulings.seq };
}
type Found = Proof & Pick<Said, 'by' | 'at'>;

async function worksOfRecords(em: EntityManager, reviewId: string, records: readonly number[]) {
  const rows = await em.execute<{ record_no: number; work_no: number; records: number[] }[]>(
    `select m.record_no, w.no as work_no, w.records from work_record m join work w on w.review_id = m.review_id and w.no = m.work_no
     where m.review_id = ? and m.active and m.record_no = any(?::int[]) and w.absorbed_by is null`,
    [reviewId, `{${[...new Set(records)].join(',')}}`],
  );
  return new Map(rows.map((r) => [r.record_no, { no: r.work_no, records: r.records }]));
}

async function docsOf(em: EntityManager, reviewId: string, records: readonly number[]): Promise<Map<number, Judgeable>> {
  const rows = await em.execute<{ record_no: number; doc: PackedClaims; database_id: string | null; stable_name: string }[]>(
    `select c.record_no, c.doc, r.database_id, r.stable_name from record_claims c
     join record r on r.review_id = c.review_id and r.no = c.record_no where c.review_id = ? and c.record_no = any(?::int[])`,
    [reviewId, `{${records.join(',')}}`],
  );
  const claims = readClaims(rows);
  return new Map(
    rows.map((r) => [
      r.record_no,
      { no: r.record_no, database_id: r.database_id, stable_name: r.stable_name, doc: claims.get(r.record_no)! },
    ]),
  );
}
