import { encodeColumns } from '@/core/sieve';
import { Review, SourceDatabase } from '@/db/schema';
import { classifyWorks } from './classify-works';
import type { Context } from './context';
import { deriveRecords } from './derive-records';
import { linkWorks } from './family-links';
import { standingRulings } from './merge-rulings';
import { mergeWorks } from './merge-works';
import type { Progress } from './progress';
import { assignWorkNumbers } from './work-numbers';

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
    const merged = await mergeWorks(tx, reviewId, await deriveRecords(tx, reviewId, databases, step(0)), rulings, step(total));
    const numbers = await assignWorkNumbers(
      tx,
      reviewId,
      merged.records.map((r) => r.no),
      merged.head,
      ctx.now(),
    );
    const flags = await linkWorks(tx, reviewId, merged, numbers, rulings);
    review.revision += 1;
    const columns = await classifyWorks(tx, review, databases, numbers, flags, step(2 * total));
    await tx.execute(
      'insert into review_columns (review_id, revision, bytes) values (?, ?, ?) on conflict (review_id) do update set revision = excluded.revision, bytes = excluded.bytes',
      [reviewId, review.revision, Buffer.from(encodeColumns(columns))],
    );
    await tx.flush();
    // Rows that came by COPY have no statistics yet, and without them the planner chooses badly for whoever reads next.
    for (const table of ['record', 'record_claims', 'merge_key', 'work_record', 'work']) await tx.execute(`analyze ${table}`);
  });
}
