import { z } from 'zod';
import { detectFormat, FORMAT_CODES, guessDelimiter, guessMapping, mappingOf, RowReader, textOfHead } from '@/core/formats';
import { columnMapping } from '@/core/parity';
import { type ColumnMapping, mappingFault } from '@/core/record';
import { ImportFile, Job, Retrieval, SourceDatabase } from '@/db/schema';
import { type Context, isUuid, NotFound, openReview, type Result, refuse } from './context';
import { filePath } from './files';
import { enqueue } from './queue';
import { firstBytes } from './receive-file';

export const FileId = z.strictObject({ fileId: z.uuid() });
export const ReadAgain = z.strictObject({ fileId: z.uuid(), format: z.enum(FORMAT_CODES) });
export const MapColumns = z.strictObject({ fileId: z.uuid(), mapping: columnMapping });

/** Asks the worker to break off the import of a file. What was read of it is rolled back; the file is kept. */
export async function cancelImport(ctx: Context, reviewId: string, { fileId }: z.infer<typeof FileId>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const asked = await ctx.em.nativeUpdate(Job, { reviewId, fileId, state: { $in: ['queued', 'running'] } }, { cancel: true });
  return asked ? { ok: true } : refuse('no-job', 'This import is over already.');
}

/** Reads a file that was refused, cancelled or failed, as the format that a person says it is. */
export async function readAgain(
  ctx: Context,
  reviewId: string,
  { fileId, format }: z.infer<typeof ReadAgain>,
): Promise<Result<{ waiting: boolean }>> {
  await openReview(ctx, reviewId);
  const file = await ctx.em.findOne(ImportFile, { reviewId, id: fileId });
  if (!file) return refuse('no-file', 'There is no such file.');
  if (!['refused', 'cancelled', 'failed', 'waiting'].includes(file.state))
    return refuse('read-already', 'This file was read already. Withdraw its retrieval to read it in another way.');
  const detected = detectFormat(await firstBytes(filePath(reviewId, fileId)), format);
  if ('problem' in detected) return refuse(detected.problem.code, `${file.name}: ${detected.problem.message}`);
  const waiting = format === 'csv' && !file.mapping;
  await ctx.em.transactional(async (tx) => {
    tx.assign(file, { format, state: waiting ? 'waiting' : 'received', message: '' });
    await tx.flush();
    if (!waiting) await enqueue(tx, reviewId, 'import-file', ctx.now(), fileId);
  });
  return { ok: true, waiting };
}

/** A table whose columns are to be matched: its header, its first rows, and what the names suggest. */
export async function tableView(ctx: Context, reviewId: string, fileId: string) {
  await openReview(ctx, reviewId);
  const file = isUuid(fileId) ? await ctx.em.findOne(ImportFile, { reviewId, id: fileId, format: 'csv' }) : null;
  if (!file) throw new NotFound('There is no such table.');
  const retrieval = await ctx.em.findOneOrFail(Retrieval, { reviewId, id: file.retrievalId });
  const text = textOfHead(await firstBytes(filePath(reviewId, fileId))).trimStart();
  const suggested = mappingOf(text);
  const delimiter = suggested?.delimiter ?? guessDelimiter(text) ?? ',';
  const reader = new RowReader(delimiter);
  const rows = [...reader.push({ text: `${text}\n`, valid: true })].filter((r) => r.fault === null).map((r) => r.cells);
  const header = rows[0] ?? [];
  return {
    file: { id: file.id, name: file.name, state: file.state },
    retrievalNumber: retrieval.number,
    mapping: file.mapping ?? suggested ?? guessMapping(header, delimiter),
    sample: rows.slice(1, 7).map((cells) => header.map((_, i) => (cells[i] ?? '').slice(0, 300))),
  };
}
export type TableView = Awaited<ReturnType<typeof tableView>>;

/** Says what a table's columns mean, remembers it for its database, and reads the table. */
export async function mapColumns(ctx: Context, reviewId: string, input: z.infer<typeof MapColumns>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const mapping: ColumnMapping = input.mapping;
  const fault = mappingFault(mapping);
  if (fault) return refuse('bad-mapping', fault);
  return ctx.em.transactional(async (tx) => {
    const file = await tx.findOne(ImportFile, { reviewId, id: input.fileId }, { lockMode: 4 });
    if (file?.state !== 'waiting') return refuse('read-already', 'This table is not waiting for its columns any more.');
    const retrieval = await tx.findOneOrFail(Retrieval, { reviewId, id: file.retrievalId });
    tx.assign(file, { mapping, state: 'received' });
    for (const database of await tx.find(SourceDatabase, { reviewId, id: { $in: retrieval.databaseIds } }))
      tx.assign(database, { profile: { ...database.profile, columns: mapping } });
    await tx.flush();
    await enqueue(tx, reviewId, 'import-file', ctx.now(), file.id);
    return { ok: true };
  });
}
