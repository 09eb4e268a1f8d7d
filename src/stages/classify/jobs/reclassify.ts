import type { EntityManager } from '@mikro-orm/postgresql';
import type { Flag } from '@/core/classify';
import { type Judging, judgeAlone, judgeWork, membershipBits, storedAxes } from '@/core/judge';
import { emptyColumns, pageWriter, setRow } from '@/core/sieve';
import type { PackedClaims } from '@/core/storage';
import type { Context } from '@/platform/context';
import { runBound } from '@/platform/db/client';
import { Review, SourceDatabase } from '@/platform/db/schema';
import type { Progress } from '@/platform/queue/progress';
import { inOrder } from '@/platform/threads/in-order';
import { staleClaims, updateClaims } from '@/stages/merge';
import { asideOf, faultyAside, readClaims, retrievalOfFiles, Unprocessable } from '@/stages/retrieve';
import { columnsBasis } from '../store/columns-basis';
import { readPage } from '../store/read-page';
import { AloneBuilder, writeAlone, writeAlonePatch } from '../store/records-alone';
import { writeColumns, writePatch } from '../store/stored-columns';
import { COUNTS_FOR, type CountsFor, TallySteps } from '../store/tally-steps';
import { type Filed, judgingOf } from './judging';
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
        written = updateClaims(tx, reviewId, made.claims).then(() => updateAxes(tx, reviewId, made.axes));
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

/**
 * Classifies some works again at once, as after a ruling, and patches the columns. Must run under the review's lock.
 * @returns the new revision
 */
export async function reclassifyWorks(tx: EntityManager, review: Review, workNos: readonly number[]): Promise<number> {
  const reviewId = review.id;
  const databases = await tx.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
  const members = await tx.execute<{ work_no: number; record_no: number }[]>(
    'select work_no, record_no from work_record where review_id = ? and active and work_no = any(?::int[]) order by work_no, record_no',
    [reviewId, `{${workNos.join(',')}}`],
  );
  const recordsOf = worksOf(members);
  const works = await runBound<{ no: number; membership: string | number; flags: Flag[] } & CountsFor>(
    tx,
    `select w.no, w.membership, w.flags, ${COUNTS_FOR} from work w
     where w.review_id = $1 and w.absorbed_by is null and w.no = any($2::int[]) order by w.no`,
    [reviewId, `{${[...recordsOf.keys()].join(',')}}`],
  );
  if (works.length === 0) return review.revision;
  const judging = await judgingOf(tx, review, databases);
  const revision = review.revision + 1;
  const patch = emptyColumns(
    works.length,
    databases.map((d) => d.id),
    revision,
  );
  const records = works.reduce((n, { no }) => n + recordsOf.get(no)!.length, 0);
  const alone = emptyColumns(records, patch.databases, revision);
  const bitOf = membershipBits(databases);
  let [place, row] = [0, 0];
  const steps = new TallySteps();
  // A page at a time: others are answered between, where it is done in a process that answers.
  for (const page of pagesOf(works, PAGE)) {
    const judged = await judgeWorks(
      tx,
      reviewId,
      judging,
      page.map(({ no }) => [no, recordsOf.get(no)!] as const),
    );
    const axes = page.map(({ no, membership, flags, ...was }, i) => {
      const { members: own, classification, causes } = judged[i]!;
      setRow(patch, place++, { number: no, classification, membership: Number(membership), flags });
      for (const m of own)
        setRow(alone, row++, { number: m.no, classification: judgeAlone(judging, own, m, classification), membership: bitOf(m) });
      const stored = storedAxes(classification, causes, judging.levels);
      steps.add(no, was, stored);
      return { no, axes: stored };
    });
    await updateAxes(tx, reviewId, JSON.stringify(axes));
  }
  await steps.write(tx, reviewId);
  await writePatch(tx, reviewId, patch);
  await writeAlonePatch(tx, reviewId, alone);
  await tx.nativeUpdate(Review, { id: reviewId }, { revision });
  return revision;
}

export interface JudgedWork extends ReturnType<typeof judgeWork> {
  no: number;
  members: Filed[];
}

type WorkMembers = readonly (readonly [number, readonly number[]])[];

/** Judges works by the claims that are stored for their records. */
export async function judgeWorks(
  tx: EntityManager,
  reviewId: string,
  judging: Judging,
  works: WorkMembers,
  more: Parameters<typeof judgeWork>[2] = [],
): Promise<JudgedWork[]> {
  const read = await readMembers(tx, reviewId, works);
  return works.map(([no, records]) => {
    const members = records.map((r) => read.get(r)!);
    try {
      return { no, members, ...judgeWork(judging, members, more) };
    } catch (error) {
      throw new Unprocessable(records.map((r) => asideOf(r, 'classify', error)));
    }
  });
}

/** The records of some works with their claims. */
async function readMembers(tx: EntityManager, reviewId: string, works: WorkMembers): Promise<Map<number, Filed>> {
  const all = `{${works.flatMap(([, records]) => records).join(',')}}`;
  const rows = await tx.execute<Omit<Filed, 'doc'>[]>(
    'select no, file_id, database_id, stable_name from record where review_id = ? and no = any(?::int[])',
    [reviewId, all],
  );
  const docs = await tx.execute<{ record_no: number; doc: PackedClaims }[]>(
    'select record_no, doc from record_claims where review_id = ? and record_no = any(?::int[])',
    [reviewId, all],
  );
  const claims = readClaims(docs);
  return new Map(rows.map((r) => [r.no, { ...r, doc: claims.get(r.no)! }]));
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

function* pagesOf<T>(items: readonly T[], size: number): Generator<T[]> {
  for (let at = 0; at < items.length; at += size) yield items.slice(at, at + size);
}

/** @param axes rows as JSON: a work's number, and its axes. Those that are as they were are not written again. */
const updateAxes = (tx: EntityManager, reviewId: string, axes: string) =>
  runBound(
    tx,
    `update work set axes = f.axes from json_to_recordset($1::json) as f(no int, axes jsonb)
     where work.review_id = $2 and work.no = f.no and work.axes <> f.axes`,
    [axes, reviewId],
  );
