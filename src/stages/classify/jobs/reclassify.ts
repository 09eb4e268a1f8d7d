import type { EntityManager } from '@mikro-orm/postgresql';
import type { Flag } from '@/core/classify';
import { emptyColumns, setRow } from '@/core/sieve';
import type { PackedClaims } from '@/core/storage';
import type { Context } from '@/platform/context';
import { runBound } from '@/platform/db/client';
import { Review, SourceDatabase } from '@/platform/db/schema';
import type { Progress } from '@/platform/queue/progress';
import { NONE_STALE, readItems, type StaleClaims, staleClaims, writeClaims } from '@/stages/merge';
import { asideOf, readClaims, retrievalOfFiles, Unprocessable } from '@/stages/retrieve';
import { columnsBasis } from '../store/columns-basis';
import { AloneBuilder, writeAlone, writeAlonePatch } from '../store/records-alone';
import { writeColumns, writePatch } from '../store/stored-columns';
import { storedAxes } from './classify-works';
import { type Filed, type Judging, judgeAlone, judgeWork, judgingOf, membershipBits } from './judging';
import { renewLikelyBasis } from './likely-proofs';

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
    let judging = await judgingOf(tx, review, databases);
    const claims = await staleClaims(tx, reviewId, databases);
    // Claims that are still those of other rules say nothing of what is likely: the next time they do.
    if (!members.some((m) => claims.has(m.record_no))) {
      await renewLikelyBasis(tx, review, judging, ctx.now());
      judging = await judgingOf(tx, review, databases);
    }
    review.revision += 1;
    const columns = emptyColumns(
      works.size,
      databases.map((d) => d.id),
      review.revision,
    );
    const alone = new AloneBuilder(members.length, columns.databases, review.revision);
    const retrievals = await retrievalOfFiles(tx, reviewId);
    const bitOf = membershipBits(databases);
    let row = 0;
    let done = 0;
    let written: Promise<void> = Promise.resolve();
    // Another connection reads the next page while this one's is judged and written: nobody changes records meanwhile.
    const reader = ctx.em.fork();
    for await (const page of readAhead(pagesOf([...works], PAGE), (page) => readMembers(reader, reviewId, page, claims))) {
      const axes: { no: number; axes: object }[] = [];
      for (const { no, members: own, classification, causes } of judgeMembers(judging, page.works, page.read)) {
        const membership = own.reduce((mask, m) => mask | bitOf(m), 0) >>> 0;
        setRow(columns, row++, { number: no, classification, membership, flags: flags.get(no) ?? [] });
        for (const m of own) alone.add(retrievals.get(m.file_id)!, no, m.no, bitOf(m), judgeAlone(judging, own, m, classification));
        axes.push({ no, axes: storedAxes(classification, causes, judging.levels) });
        done += own.length;
      }
      await written;
      written = writeClaims(tx, reviewId, page.derived).then(() => writeAxes(tx, reviewId, axes));
      // It is awaited with the next page; without a handler until then, Node.js would end the process if it failed.
      written.catch(() => {});
      await progress.step(done, members.length);
    }
    await written;
    await writeColumns(tx, reviewId, columns, await columnsBasis(tx, review, databases));
    await writeAlone(tx, reviewId, alone.done());
    await tx.flush();
  });
}

/** Reads one thing ahead of what is being worked on. */
async function* readAhead<T, R>(things: Iterable<T>, read: (thing: T) => Promise<R>): AsyncGenerator<R> {
  let next: Promise<R> | null = null;
  for (const thing of things) {
    const ahead = read(thing);
    // Should the loop end before it is awaited, its failure is that of the transaction and shows there.
    ahead.catch(() => {});
    if (next) yield await next;
    next = ahead;
  }
  if (next) yield await next;
}

/**
 * Classifies some works again at once, as after a ruling, and patches the columns. Must run under the review's lock.
 * @returns the new revision
 */
export async function reclassifyWorks(tx: EntityManager, review: Review, workNos: readonly number[]): Promise<number> {
  const reviewId = review.id;
  const databases = await tx.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
  const works = await tx.execute<{ no: number; membership: string | number; flags: Flag[] }[]>(
    'select no, membership, flags from work where review_id = ? and absorbed_by is null and no = any(?::int[]) order by no',
    [reviewId, `{${workNos.join(',')}}`],
  );
  if (works.length === 0) return review.revision;
  const judging = await judgingOf(tx, review, databases);
  const members = await tx.execute<{ work_no: number; record_no: number }[]>(
    'select work_no, record_no from work_record where review_id = ? and active and work_no = any(?::int[]) order by work_no, record_no',
    [reviewId, `{${works.map((w) => w.no).join(',')}}`],
  );
  const judged = new Map((await judgeWorks(tx, reviewId, judging, [...worksOf(members)])).map((w) => [w.no, w]));
  const revision = review.revision + 1;
  const patch = emptyColumns(
    works.length,
    databases.map((d) => d.id),
    revision,
  );
  const alone = emptyColumns(members.length, patch.databases, revision);
  const bitOf = membershipBits(databases);
  let row = 0;
  const axes = works.map(({ no, membership, flags }, i) => {
    const { members: own, classification, causes } = judged.get(no)!;
    setRow(patch, i, { number: no, classification, membership: Number(membership), flags });
    for (const m of own)
      setRow(alone, row++, { number: m.no, classification: judgeAlone(judging, own, m, classification), membership: bitOf(m) });
    return { no, axes: storedAxes(classification, causes, judging.levels) };
  });
  await writeAxes(tx, reviewId, axes);
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
  const { read } = await readMembers(tx, reviewId, works, NONE_STALE);
  return judgeMembers(judging, works, read, more);
}

const judgeMembers = (
  judging: Judging,
  works: WorkMembers,
  read: ReadonlyMap<number, Filed>,
  more: Parameters<typeof judgeWork>[2] = [],
): JudgedWork[] =>
  works.map(([no, records]) => {
    const members = records.map((r) => read.get(r)!);
    try {
      return { no, members, ...judgeWork(judging, members, more) };
    } catch (error) {
      throw new Unprocessable(records.map((r) => asideOf(r, 'classify', error)));
    }
  });

/** The records of some works with their claims; those that are out of date are derived, to be written back. */
async function readMembers(tx: EntityManager, reviewId: string, works: WorkMembers, stale: StaleClaims) {
  const all = works.flatMap(([, records]) => records);
  const old = all.filter((no) => stale.has(no));
  const rows = await tx.execute<Omit<Filed, 'doc'>[]>(
    'select no, file_id, database_id, stable_name from record where review_id = ? and no = any(?::int[])',
    [reviewId, `{${all.join(',')}}`],
  );
  const docs = await tx.execute<{ record_no: number; doc: PackedClaims }[]>(
    'select record_no, doc from record_claims where review_id = ? and record_no = any(?::int[])',
    [reviewId, `{${(old.length ? all.filter((no) => !stale.has(no)) : all).join(',')}}`],
  );
  const items = await readItems(tx, reviewId, old);
  const claims = readClaims(docs);
  const derived = old.map((no) => {
    try {
      return stale.derive(no, items.get(no)!);
    } catch (error) {
      throw new Unprocessable([asideOf(no, 'derive', error)]);
    }
  });
  for (const d of derived) claims.set(d.no, d.doc);
  return { works, derived, read: new Map(rows.map((r) => [r.no, { ...r, doc: claims.get(r.no)! }])) };
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

const writeAxes = (tx: EntityManager, reviewId: string, axes: readonly { no: number; axes: object }[]) =>
  runBound(
    tx,
    'update work set axes = f.axes from json_to_recordset($1::json) as f(no int, axes jsonb) where work.review_id = $2 and work.no = f.no',
    [JSON.stringify(axes), reviewId],
  );
