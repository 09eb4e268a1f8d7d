import type { EntityManager } from '@mikro-orm/postgresql';
import type { Flag } from '@/core/classify';
import { emptyColumns, pageWriter } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { runBound } from '@/platform/db/client';
import { Review, SourceDatabase } from '@/platform/db/schema';
import type { Progress } from '@/platform/queue/progress';
import { inOrder } from '@/platform/threads/in-order';
import { replaceClaims, staleClaims } from '@/stages/merge';
import { faultyAside, retrievalOfFiles, Unprocessable } from '@/stages/retrieve';
import { columnsBasis } from '../store/columns-basis';
import { readPage } from '../store/read-page';
import { AloneBuilder, writeAlone } from '../store/records-alone';
import { writeColumns } from '../store/stored-columns';
import { judgingOf } from './judging';
import { renewLikelyBasis } from './likely-proofs';
import { pageJudge } from './page-judge';

/** Works of a page: few, so that what is read of them is gone before it counts as old memory. */
const PAGE = 500;

/**
 * Classifies all works of a review again, as after a changed map, scheme or register: how records are merged, their
 * flags, and what lists show of a work, stay as they are. Claims that were made by other maps or rules than the
 * databases' now are derived again on the way. In one transaction: broken off, nothing has changed.
 */
export async function reclassifyReview(ctx: Context, reviewId: string, progress: Progress): Promise<void> {
  await ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId });
    const databases = await tx.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
    const members = await tx.execute<{ work_no: number; record_no: number }[]>(
      'select work_no, record_no from work_record where review_id = ? and active order by work_no, record_no',
      [reviewId],
    );
    const works = worksOf(members);
    const flagged = await tx.execute<{ no: number; flags: Flag[] }[]>(
      "select no, flags from work where review_id = ? and absorbed_by is null and flags <> '[]'",
      [reviewId],
    );
    const flags = new Map(flagged.map((w) => [w.no, w.flags]));
    const stale = await staleClaims(tx, reviewId, databases);
    // Claims that are still those of other rules say nothing of what is likely: the next time they do.
    if (stale.restated.size + stale.outdated.size === 0)
      await renewLikelyBasis(tx, review, await judgingOf(tx, review, databases), ctx.now());
    review.revision += 1;
    const columns = emptyColumns(
      works.size,
      databases.map((d) => d.id),
      review.revision,
    );
    const alone = new AloneBuilder(members.length, columns.databases, review.revision);
    const retrievals = await retrievalOfFiles(tx, reviewId);
    const judge = await pageJudge(tx, review, databases, members.length);
    // Another connection reads the next pages while this one's are judged and written: nobody changes records meanwhile.
    const reader = ctx.em.fork();
    const judged = inOrder(pagesOf([...works], PAGE), judge.width, async (page) => {
      const records = page.flatMap(([, own]) => own);
      const made = await judge.judge({
        reviewId,
        works: page.map(([no, own]) => ({ no, records: own, flags: flags.get(no) ?? [] })),
        records: await readPage(reader.fork(), reviewId, retrievals, records, {
          claims: records.filter((no) => !stale.outdated.has(no)),
          items: records.filter((no) => stale.restated.has(no) || stale.outdated.has(no)),
          stale: stale.restated,
        }),
        merged: false,
      });
      return { records: records.length, made };
    });
    let row = 0;
    let done = 0;
    let written: Promise<unknown> = Promise.resolve();
    try {
      for await (const { records, made } of judged) {
        if (made.faults.length) throw new Unprocessable(made.faults.map((f) => faultyAside(f, f.step)));
        const [write, writeAlone] = [pageWriter(columns, made.works), pageWriter(alone.columns, made.alone)];
        for (let k = made.works.plain[0]!.length; k > 0; k--) write(row++);
        made.retrievals.forEach((retrieval, k) => {
          alone.put(retrieval, made.workOf[k]!, writeAlone);
        });
        await written;
        written = replaceClaims(tx, reviewId, made.claims).then(() => updateAxes(tx, reviewId, made.axes));
        // It is awaited with the next page; without a handler until then, Node.js would end the process if it failed.
        written.catch(() => {});
        done += records;
        await progress.step(done, members.length);
      }
    } finally {
      // Broken off, the transaction ends only when nothing is written in it any more.
      await written.catch(() => {});
    }
    await written;
    await writeColumns(tx, reviewId, columns, await columnsBasis(tx, review, databases));
    await writeAlone(tx, reviewId, alone.done());
    await tx.flush();
  });
}

export function worksOf(members: readonly { work_no: number; record_no: number }[]): Map<number, number[]> {
  const works = new Map<number, number[]>();
  for (const m of members) {
    const own = works.get(m.work_no);
    if (own) own.push(m.record_no);
    else works.set(m.work_no, [m.record_no]);
  }
  return works;
}

export function* pagesOf<T>(items: readonly T[], size: number): Generator<T[]> {
  for (let at = 0; at < items.length; at += size) yield items.slice(at, at + size);
}

/** @param axes rows as JSON: a work's number, and its axes. Those that are as they were are not written again. */
export const updateAxes = (tx: EntityManager, reviewId: string, axes: string) =>
  runBound(
    tx,
    `update work set axes = f.axes from json_to_recordset($1::json) as f(no int, axes jsonb)
     where work.review_id = $2 and work.no = f.no and work.axes <> f.axes`,
    [axes, reviewId],
  );
