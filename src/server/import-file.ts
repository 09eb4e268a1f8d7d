import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import type { EntityManager } from '@mikro-orm/postgresql';
import { type Entry, readEntries } from '@/core/formats';
import { problemWords } from '@/core/record';
import { copyRows } from '@/db/copy';
import { ImportFile, SourceDatabase } from '@/db/schema';
import type { Context } from './context';
import { filePath } from './files';
import type { Progress } from './progress';
import { enqueue } from './queue';

const RECORD_COLUMNS = ['review_id', 'no', 'file_id', 'database_id', 'ordinal', 'line', 'raw', 'item', 'problems', 'stable_name'];
const REJECTED_COLUMNS = ['review_id', 'file_id', 'ordinal', 'line', 'code', 'message', 'raw'];

/**
 * Reads a received file into records and rejections, in one transaction, and queues the classification. Running it
 * again after a crash starts from nothing; running it after it succeeded does nothing.
 */
export async function importFile(ctx: Context, reviewId: string, fileId: string, progress: Progress): Promise<void> {
  await ctx.em.transactional(async (tx) => {
    // One writer of records a review at a time: record numbers are given without gaps.
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${reviewId}`]);
    const file = await tx.findOneOrFail(ImportFile, { reviewId, id: fileId });
    if (file.state !== 'received') return;
    const database = await tx.findOneOrFail(SourceDatabase, { reviewId, id: file.databaseId });
    const counts = await copyEntries(tx, file, database.tag, progress);
    file.state = 'imported';
    file.parsed = counts.parsed;
    file.rejected = counts.rejected;
    await tx.flush();
    await enqueue(tx, reviewId, 'classify-review', ctx.now());
  });
}

async function copyEntries(
  tx: EntityManager,
  file: ImportFile,
  tag: string,
  progress: Progress,
): Promise<{ parsed: number; rejected: number }> {
  const [{ next }] = await tx.execute<[{ next: number }]>('select coalesce(max(no), 0) + 1 as next from record where review_id = ?', [
    file.reviewId,
  ]);
  let no = Number(next);
  const first = no;
  const rejected: Extract<Entry, { kind: 'rejected' }>[] = [];
  async function* records() {
    let bytesRead = 0;
    async function* chunks() {
      for await (const chunk of createReadStream(filePath(file.reviewId, file.id), { highWaterMark: 1 << 18 })) {
        bytesRead += (chunk as Buffer).length;
        yield chunk as Buffer;
      }
    }
    for await (const entry of readEntries(chunks(), file.format!)) {
      await progress.step(bytesRead, file.bytes);
      if (entry.kind === 'rejected') {
        rejected.push({ ...entry, raw: entry.raw.slice(0, 100_000) });
        continue;
      }
      const hash = createHash('sha1').update(entry.raw).digest('hex');
      const stable = `${tag}|${entry.record.accession}|${hash}`;
      yield [file.reviewId, no++, file.id, file.databaseId, entry.ordinal, entry.line, entry.raw, entry.record, entry.problems, stable];
    }
  }
  await copyRows(tx, 'record', RECORD_COLUMNS, records());
  await copyRows(
    tx,
    'rejected_entry',
    REJECTED_COLUMNS,
    rejected.map((r) => [file.reviewId, file.id, r.ordinal, r.line, r.problem.code, problemWords(r.problem), r.raw]),
  );
  return { parsed: no - first, rejected: rejected.length };
}
