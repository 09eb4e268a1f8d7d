import type { EntityManager } from '@mikro-orm/postgresql';
import type { RecordClaims } from '@/core/classify';
import { type Columns, decodeColumns, emptyColumns, encodeColumns, setRow } from '@/core/sieve';
import { copyRows } from '@/db/copy';
import { Review, ReviewColumns, SourceDatabase } from '@/db/schema';
import { storedAxes } from './classify-works';
import { columnsBasis } from './columns-basis';
import type { Context } from './context';
import { deriveStaleClaims } from './derive-records';
import { type Judgeable, type Judging, judge, judgingOf } from './judging';
import type { Progress } from './progress';

const PAGE = 2000;

/**
 * Classifies all works of a review again, as after a changed map, scheme or register: how records are merged, their
 * flags, and what lists show of a work, stay as they are. In one transaction: broken off, nothing has changed.
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
    const stale = await deriveStaleClaims(tx, reviewId, databases, (done, total) => progress.step(done, total + members.length));
    const total = stale + members.length;
    const works = worksOf(members);
    const judging = await judgingOf(tx, review, databases);
    review.revision += 1;
    const columns = emptyColumns(
      works.size,
      databases.map((d) => d.id),
      review.revision,
    );
    const bits = new Map(databases.map((d, i) => [d.id, 1 << i]));
    await freshTable(tx);
    let row = 0;
    let done = stale;
    for (const page of pagesOf([...works], PAGE)) {
      const judged = await judgeWorks(tx, reviewId, judging, page);
      const rows: (string | number | object)[][] = [];
      for (const { no, members: own, classification, causes } of judged) {
        const membership = own.reduce((mask, m) => mask | (bits.get(m.database_id ?? '') ?? 0), 0) >>> 0;
        setRow(columns, row++, { number: no, classification, membership });
        rows.push([no, storedAxes(classification, causes, judging.levels)]);
        done += own.length;
      }
      await copyRows(tx, 'fresh_axes', ['no', 'axes'], [rows]);
      await progress.step(done, total);
    }
    await writeAxes(tx, reviewId);
    await writeColumns(tx, reviewId, columns, await columnsBasis(tx, review, databases));
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
  const stored = await tx.findOne(ReviewColumns, { reviewId });
  if (!stored || workNos.length === 0) return review.revision;
  const columns = decodeColumns(stored.bytes);
  const place = new Map(Array.from(columns.numbers, (no, i) => [no, i]));
  const judging = await judgingOf(tx, review, databases);
  const members = await tx.execute<{ work_no: number; record_no: number }[]>(
    'select work_no, record_no from work_record where review_id = ? and active and work_no = any(?::int[]) order by work_no, record_no',
    [reviewId, `{${workNos.join(',')}}`],
  );
  await freshTable(tx);
  const rows: (string | number | object)[][] = [];
  for (const { no, classification, causes } of await judgeWorks(tx, reviewId, judging, [...worksOf(members)])) {
    const at = place.get(no);
    if (at === undefined) continue;
    setRow(columns, at, { number: no, classification, membership: columns.membership[at]! });
    rows.push([no, storedAxes(classification, causes, judging.levels)]);
  }
  await copyRows(tx, 'fresh_axes', ['no', 'axes'], [rows]);
  await writeAxes(tx, reviewId);
  const revision = review.revision + 1;
  columns.revision = revision;
  await writeColumns(tx, reviewId, columns, stored.basis);
  await tx.nativeUpdate(Review, { id: reviewId }, { revision });
  return revision;
}

export interface JudgedWork extends ReturnType<typeof judge> {
  no: number;
  members: Judgeable[];
}

/** Judges works by the claims that are stored for their records. */
export async function judgeWorks(
  tx: EntityManager,
  reviewId: string,
  judging: Judging,
  works: readonly (readonly [number, readonly number[]])[],
  more: Parameters<typeof judge>[2] = [],
): Promise<JudgedWork[]> {
  const wanted = `{${works.flatMap(([, records]) => records).join(',')}}`;
  const rows = await tx.execute<Omit<Judgeable, 'doc'>[]>(
    'select no, database_id, stable_name from record where review_id = ? and no = any(?::int[])',
    [reviewId, wanted],
  );
  const docs = await tx.execute<{ record_no: number; doc: RecordClaims }[]>(
    'select record_no, doc from record_claims where review_id = ? and record_no = any(?::int[])',
    [reviewId, wanted],
  );
  const claims = new Map(docs.map((d) => [d.record_no, d.doc]));
  const read = new Map(rows.map((r) => [r.no, { ...r, doc: claims.get(r.no)! }]));
  return works.map(([no, records]) => {
    const members = records.map((r) => read.get(r)!);
    return { no, members, ...judge(judging, members, more) };
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

function* pagesOf<T>(items: readonly T[], size: number): Generator<T[]> {
  for (let at = 0; at < items.length; at += size) yield items.slice(at, at + size);
}

const freshTable = (tx: EntityManager) => tx.execute('create temporary table if not exists fresh_axes (no int, axes jsonb) on commit drop');

async function writeAxes(tx: EntityManager, reviewId: string) {
  await tx.execute('update work set axes = f.axes from fresh_axes f where work.review_id = ? and work.no = f.no', [reviewId]);
  await tx.execute('truncate fresh_axes');
}

async function writeColumns(tx: EntityManager, reviewId: string, columns: Columns, basis: string) {
  await tx.execute(
    `insert into review_columns (review_id, revision, bytes, basis) values (?, ?, ?, ?)
     on conflict (review_id) do update set revision = excluded.revision, bytes = excluded.bytes, basis = excluded.basis`,
    [reviewId, columns.revision, Buffer.from(encodeColumns(columns)), basis],
  );
}
