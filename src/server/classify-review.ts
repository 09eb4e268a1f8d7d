import { Review, SourceDatabase } from '@/db/schema';
import { classifyWorks } from './classify-works';
import { columnsBasis } from './columns-basis';
import type { Context } from './context';
import { deriveRecords } from './derive-records';
import { linkWorks } from './family-links';
import { standingRulings } from './merge-rulings';
import { mergeWorks } from './merge-works';
import type { Progress } from './progress';
import { storedAlone, writeAlone } from './records-alone';
import { storedColumns, writeColumns } from './stored-columns';
import { assignWorkNumbers } from './work-numbers';

/**
 * Rows that came by COPY have no statistics yet, and without them the planner chooses badly for whoever reads next. Only
 * the columns that queries search by: a sample of the documents would be read for nothing.
 */
const ANALYSED = [
  'record (review_id, no, file_id, database_id)',
  'record_claims (review_id, record_no, rule_set)',
  'merge_key (review_id, record_no, rules)',
  'work_record (review_id, record_no, work_no, active)',
  'work (review_id, no, absorbed_by)',
];

/**
 * Merges a review's records into works and families, derives claims and classification, and writes the columns under a
 * new revision, in one transaction: broken off, nothing has changed. What is up to date is kept; works keep their
 * numbers.
 */
export async function classifyReview(ctx: Context, reviewId: string, progress: Progress): Promise<void> {
  await ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId });
    const databases = await tx.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
    const [{ total }] = await tx.execute<[{ total: number }]>('select count(*)::int as total from active_record where review_id = ?', [
      reviewId,
    ]);
    // Reading, comparing and classifying each go through all records.
    const step = (before: number) => (done: number) => progress.step(before + done, 3 * total);
    const rulings = await standingRulings(tx, reviewId);
    const { records, fresh } = await deriveRecords(tx, reviewId, databases, step(0));
    const merged = await mergeWorks(tx, reviewId, records, rulings, step(total));
    const { numbers, changed } = await assignWorkNumbers(
      tx,
      reviewId,
      merged.records.map((r) => r.no),
      merged.head,
      ctx.now(),
    );
    const families = await linkWorks(tx, reviewId, merged, numbers, rulings);
    for (const no of fresh) changed.add(numbers.get(no)!);
    for (const no of families.changed) changed.add(no);
    const basis = await columnsBasis(tx, review, databases);
    const stored = await storedColumns(tx, reviewId);
    // As they are, if they were made by the same rules, scheme and databases.
    const before = stored?.basis === basis ? stored.columns : null;
    review.revision += 1;
    const judged = before && (await storedAlone(tx, reviewId));
    const kept = before && { columns: before, alone: judged?.revision === before.revision ? judged : null, changed };
    const { columns, alone } = await classifyWorks(tx, review, databases, numbers, families.flags, kept, step(2 * total));
    await writeColumns(tx, reviewId, columns, basis);
    await writeAlone(tx, reviewId, alone);
    await tx.flush();
    for (const columns of ANALYSED) await tx.execute(`analyze ${columns}`);
  });
}
