import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { DETECT_BYTES, detectFormat } from '@/core/formats';
import { ImportFile, SourceDatabase } from '@/db/schema';
import { type Context, isUuid, openReview, type Refusal, type Result, refuse } from './context';
import { filePath } from './files';
import { enqueue } from './queue';

export const MAX_FILE_BYTES = 512 * 1024 * 1024;
class TooLarge extends Error {}

/**
 * Keeps a file as received and queues its import. It is streamed to disk: memory does not grow with it. A file that
 * cannot be read as a whole is listed as refused, with the reason.
 */
export async function receiveFile(
  ctx: Context,
  reviewId: string,
  databaseId: string,
  name: string,
  body: Readable,
): Promise<Result<{ fileId: string }>> {
  const review = await openReview(ctx, reviewId);
  const database = isUuid(databaseId) ? await ctx.em.findOne(SourceDatabase, { reviewId: review.id, id: databaseId }) : null;
  if (!database) return refuse('no-database', 'Choose the database that this file was exported from.');
  const fileId = randomUUID();
  const path = filePath(reviewId, fileId);
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
    if (error instanceof TooLarge) return refuse('too-large', `${name} is larger than 512 MB. Export it in parts.`);
    throw error;
  }
  const sha256 = hash.digest('hex');
  const twin = await ctx.em.findOne(ImportFile, { reviewId, databaseId, sha256, state: { $in: ['received', 'imported'] } });
  if (twin) {
    await rm(path, { force: true });
    return refuse(
      'same-file',
      `${name} has the same content as ${twin.name}, which was already imported from ${database.name}. Nothing was added.`,
    );
  }
  const detected = detectFormat(await firstBytes(path));
  const row = { reviewId, id: fileId, databaseId, name, bytes, sha256, parsed: 0, rejected: 0, receivedAt: ctx.now() };
  if ('problem' in detected) {
    const refusal: Refusal = refuse(detected.problem.code, `${name}: ${detected.problem.message}`);
    ctx.em.create(ImportFile, { ...row, format: null, state: 'refused', message: detected.problem.message });
    await ctx.em.flush();
    return refusal;
  }
  await ctx.em.transactional(async (tx) => {
    tx.create(ImportFile, { ...row, format: detected.format, state: 'received', message: '' });
    await tx.flush();
    await enqueue(tx, reviewId, 'import-file', ctx.now(), fileId);
  });
  return { ok: true, fileId };
}

async function firstBytes(path: string): Promise<Uint8Array> {
  const chunks: Buffer[] = [];
  for await (const chunk of createReadStream(path, { end: DETECT_BYTES - 1 })) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
