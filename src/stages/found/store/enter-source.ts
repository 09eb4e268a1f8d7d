import { createHash, randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import type { FoundHow } from '@/core/found';
import type { BibRecord } from '@/core/record';
import { noteChange } from '@/platform/db/note-change';
import { Finding, ImportFile, RecordRow, Retrieval } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import type { OpenReview } from '@/platform/verbs/open-review';
import { allRetrievals, databaseNames, retrievalOfWay } from '@/stages/retrieve';

export interface Entered {
  record: BibRecord;
  /** What was pasted, or the form in words. */
  raw: string;
  notRead: string;
  how: Omit<FoundHow, 'ofWork'> & { ofRecord: number | null };
  round: number;
}

/**
 * Writes a source that no database gave into the review as a record like any other: a file of its own in what stands for the
 * way it was found in, and beside it how it was found. Runs under the lock of retrievals.
 * @returns the number of its record
 */
export async function enterSource(ctx: OpenReview, { record, raw, notRead, how, round }: Entered): Promise<number> {
  const { review, reviewId } = ctx;
  const em = ctx.em as EntityManager;
  // One writer of records a review at a time: record numbers are given without gaps.
  await em.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${reviewId}`]);
  const retrievalId = await retrievalOfWay(ctx, review, how.way);
  const [{ next }] = await em.execute<[{ next: number }]>('select coalesce(max(no), 0) + 1 as next from record where review_id = ?', [
    reviewId,
  ]);
  const no = Number(next);
  const bytes = Buffer.from(raw);
  const fileId = randomUUID();
  em.create(ImportFile, {
    ...{ reviewId, id: fileId, retrieval: em.getReference(Retrieval, [reviewId, retrievalId]), corrects: null, mapping: null },
    ...{ name: `By hand: ${record.title.slice(0, 200) || 'a source'}`, bytes: bytes.length, format: null, state: 'imported' as const },
    ...{
      sha256: createHash('sha256').update(bytes).digest('hex'),
      parsed: 1,
      rejected: 0,
      message: '',
      archived: false,
      receivedAt: ctx.now(),
    },
  });
  await em.flush();
  const hash = createHash('sha1').update(raw).digest('hex');
  em.create(RecordRow, {
    ...{ reviewId, no, file: em.getReference(ImportFile, [reviewId, fileId]), databaseId: null, ordinal: 1, line: 1, raw, item: record },
    ...{ problems: [], stableName: `++|${how.way}|${hash}` },
  });
  const { ofRecord, ...said } = how;
  em.create(Finding, { reviewId, recordNo: no, ofRecord, ...said, round, notRead, ...bylineOf(ctx, review), at: ctx.now() });
  await em.flush();
  const retrieval = (await allRetrievals(ctx, reviewId)).find((r) => r.id === retrievalId)!;
  await noteChange(ctx, review, {
    kind: 'file',
    did: 'added',
    subject: record.title || raw.slice(0, 200),
    why: `Found otherwise: ${databaseNames(retrieval, [])}.`,
  });
  return no;
}

/** A record of a work, by which it is found again when works are joined or parted; null when there is no such work. */
export async function recordOfWork(em: EntityManager, reviewId: string, work: number): Promise<number | null> {
  const [row] = await em.execute<{ no: number }[]>(
    'select min(record_no) as no from work_record where review_id = ? and work_no = ? and active',
    [reviewId, work],
  );
  return row?.no ?? null;
}

/** The same for several works. */
export async function recordsOfWorks(em: EntityManager, reviewId: string, works: readonly number[]): Promise<Map<number, number>> {
  const rows = await em.execute<{ work: number; no: number }[]>(
    'select work_no as work, min(record_no) as no from work_record where review_id = ? and work_no = any(?::int[]) and active group by work_no',
    [reviewId, `{${works.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.work, r.no]));
}
