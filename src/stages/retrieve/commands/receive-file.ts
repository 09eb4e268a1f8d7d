import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { detectFormat, type Format, mappingOf, textOfHead } from '@/core/formats';
import type { ColumnMapping } from '@/core/record';
import { type Context, isUuid, openReview } from '@/platform/context';
import { ImportFile, type Retrieval, SourceDatabase } from '@/platform/db/schema';
import { filePath } from '@/platform/files/files';
import { enqueue } from '@/platform/queue/queue';
import { type Result, refuse } from '@/platform/verbs/refusals';
import { firstBytes } from '../store/first-bytes';
import { EMPTY_RETRIEVAL, insertRetrieval, retrievalById, retrievalsOf } from '../store/retrievals';

export const MAX_FILE_BYTES = 1024 * 1024 * 1024;
class TooLarge extends Error {}

/** Where a file belongs: a retrieval, or a database, whose newest retrieval gets it (a first one is begun if need be). */
export interface FileTarget {
  retrievalId?: string;
  databaseId?: string;
  /** What a person says it is, instead of what its content says. */
  format?: Format;
  /** The file whose rejected entries it holds, corrected. */
  corrects?: string;
}

/**
 * Keeps a file as received and queues its import. It is streamed to disk: memory does not grow with it. A file that
 * cannot be read as a whole is listed as refused, with the reason; a table waits until its columns are matched.
 */
export async function receiveFile(
  ctx: Context,
  reviewId: string,
  target: FileTarget,
  name: string,
  body: Readable,
): Promise<Result<{ fileId: string; waiting: boolean }>> {
  await openReview(ctx, reviewId);
  const place = await placeOf(ctx, reviewId, target);
  if (!place.ok) return place;
  const corrects = target.corrects ?? null;
  if (corrects && !(isUuid(corrects) && (await ctx.em.findOne(ImportFile, { reviewId, id: corrects, retrievalId: place.retrieval.id }))))
    return refuse('no-file', 'The file that this one corrects is not in the same retrieval.');
  const fileId = randomUUID();
  const kept = await keep(filePath(reviewId, fileId), body);
  if (!kept) return refuse('too-large', `${name} is larger than 1 GB. Export it in parts.`);
  const path = filePath(reviewId, fileId);
  const twin = await twinOf(ctx, reviewId, kept.sha256, place.retrieval);
  if (twin) {
    await rm(path, { force: true });
    return refuse(
      'same-file',
      `${name} has the same content as ${twin.name}, which was already imported into retrieval ${twin.number}. Nothing was added.`,
    );
  }
  const head = await firstBytes(path);
  const detected = detectFormat(head, target.format);
  const row = {
    reviewId,
    id: fileId,
    retrievalId: place.retrieval.id,
    corrects,
    name,
    bytes: kept.bytes,
    sha256: kept.sha256,
    mapping: null,
    parsed: 0,
    rejected: 0,
    receivedAt: ctx.now(),
  };
  if ('problem' in detected) {
    ctx.em.create(ImportFile, { ...row, format: null, state: 'refused', message: detected.problem.message });
    await ctx.em.flush();
    return refuse(detected.problem.code, `${name}: ${detected.problem.message}`);
  }
  const mapping = detected.format === 'csv' ? rememberedMapping(head, place.databases) : null;
  const waiting = detected.format === 'csv' && !mapping;
  await ctx.em.transactional(async (tx) => {
    tx.create(ImportFile, { ...row, mapping, format: detected.format, state: waiting ? 'waiting' : 'received', message: '' });
    await tx.flush();
    if (!waiting) await enqueue(tx, reviewId, 'import-file', fileId);
  });
  return { ok: true, fileId, waiting };
}

async function placeOf(
  ctx: Context,
  reviewId: string,
  target: FileTarget,
): Promise<Result<{ retrieval: Pick<Retrieval, 'id'>; databases: SourceDatabase[] }>> {
  if (target.retrievalId) {
    const retrieval = await retrievalById(ctx, reviewId, target.retrievalId);
    if (!retrieval) return refuse('no-retrieval', 'Choose the retrieval that this file belongs to.');
    if (retrieval.withdrawn) return refuse('withdrawn', 'This retrieval is withdrawn. Bring it back before adding files to it.');
    return { ok: true, retrieval, databases: await ctx.em.find(SourceDatabase, { reviewId, id: { $in: retrieval.databaseIds } }) };
  }
  const id = target.databaseId ?? '';
  const database = isUuid(id) ? await ctx.em.findOne(SourceDatabase, { reviewId, id }) : null;
  if (!database) return refuse('no-database', 'Choose the database that this file was exported from.');
  const own = (await retrievalsOf(ctx, reviewId))
    .filter((r) => !r.withdrawn && r.databaseIds.length === 1 && r.databaseIds[0] === id)
    .at(-1);
  const retrieval =
    own ?? (await ctx.em.transactional((tx) => insertRetrieval(tx, reviewId, ctx.now(), { ...EMPTY_RETRIEVAL, databaseIds: [id] })));
  return { ok: true, retrieval, databases: [database] };
}

async function keep(path: string, body: Readable): Promise<{ bytes: number; sha256: string } | null> {
  await mkdir(dirname(path), { recursive: true });
  const hash = createHash('sha256');
  let bytes = 0;
  const tap = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      hash.update(chunk);
      done(bytes > MAX_FILE_BYTES ? new TooLarge() : null, chunk);
    },
  });
  try {
    await pipeline(body, tap, createWriteStream(path));
  } catch (error) {
    await rm(path, { force: true });
    if (error instanceof TooLarge) return null;
    throw error;
  }
  return { bytes, sha256: hash.digest('hex') };
}

/** The same content, imported before from the same databases and not withdrawn. Two databases may give the same file. */
async function twinOf(ctx: Context, reviewId: string, sha256: string, into: Pick<Retrieval, 'id'>) {
  const files = await ctx.em.find(ImportFile, { reviewId, sha256, state: { $in: ['received', 'waiting', 'imported'] } });
  const all = await retrievalsOf(ctx, reviewId);
  const databases = all.find((r) => r.id === into.id)?.databaseIds ?? [];
  for (const file of files) {
    const retrieval = all.find((r) => r.id === file.retrievalId);
    if (retrieval && !retrieval.withdrawn && retrieval.databaseIds.some((d) => databases.includes(d)))
      return { name: file.name, number: retrieval.number };
  }
  return null;
}

/** The mapping of an earlier table of one of these databases, when the columns are the same. */
function rememberedMapping(head: Uint8Array, databases: readonly SourceDatabase[]): ColumnMapping | null {
  const found = mappingOf(textOfHead(head).trimStart());
  for (const { profile } of databases) {
    const known = profile.columns;
    if (known && found && known.delimiter === found.delimiter && known.header.join('\n') === found.header.join('\n')) return known;
  }
  return null;
}
