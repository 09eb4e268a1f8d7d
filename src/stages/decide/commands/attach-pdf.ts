import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type Context, openReview } from '@/platform/context';
import { Attachment, AttachmentPage, Work } from '@/platform/db/schema';
import { readPdf } from '@/platform/files/read-pdf';
import { type Result, refuse } from '@/platform/verbs/refusals';
import { type AttachmentLine, attachmentsOf, pdfPath } from '../store/attachments';

/** Larger ones are scans of whole books, which nobody searches. */
export const MAX_PDF_BYTES = 60 * 1024 * 1024;

class TooLarge extends Error {}

/** Keeps a PDF with a work: its kind is read from its content, its text page by page, to be searched. */
export async function attachPdf(
  ctx: Context,
  reviewId: string,
  workNo: number,
  name: string,
  body: Readable,
): Promise<Result<{ attachment: AttachmentLine }>> {
  const review = await openReview(ctx, reviewId);
  const work = await ctx.em.findOne(Work, { reviewId, no: workNo, absorbedBy: null });
  if (!work) return refuse('no-work', 'This work is not in the review any more.');
  const id = randomUUID();
  const path = pdfPath(reviewId, id);
  const kept = await keep(path, body);
  const drop = async (code: string, message: string) => {
    await rm(path, { force: true });
    return refuse(code, `${name}: ${message} Nothing was attached.`);
  };
  if (!kept) return drop('too-large', `it is larger than ${MAX_PDF_BYTES / 1024 / 1024} MB.`);
  if (!kept.head.subarray(0, 1024).includes('%PDF-')) return drop('not-a-pdf', 'its content is not that of a PDF, whatever its name says.');
  const same = await ctx.em.findOne(Attachment, { reviewId, sha256: kept.sha256, removed: false });
  if (same && (await attachmentsOf(ctx, reviewId, workNo)).some((a) => a.id === same.id))
    return drop('same-file', 'this very file is attached to the work already.');
  const read = await readPdf(path);
  if (!read.ok) return drop(read.code, read.message);
  const hasText = read.pages.some((p) => p.trim() !== '');
  const row = { reviewId, id, recordNo: work.shownRecord, name, bytes: kept.bytes, sha256: kept.sha256, pages: read.pages.length, hasText };
  await ctx.em.transactional(async (tx) => {
    tx.create(Attachment, { ...row, removed: false, person: review.person, at: ctx.now() });
    read.pages.forEach((text, i) => {
      // PostgreSQL keeps no null characters in texts.
      tx.create(AttachmentPage, { reviewId, attachmentId: id, page: i + 1, text: text.replaceAll('\0', '') });
    });
    await tx.flush();
  });
  return { ok: true, attachment: (await attachmentsOf(ctx, reviewId, workNo)).find((a) => a.id === id)! };
}

async function keep(path: string, body: Readable): Promise<{ bytes: number; sha256: string; head: Buffer } | null> {
  await mkdir(dirname(path), { recursive: true });
  const hash = createHash('sha256');
  let bytes = 0;
  let head = Buffer.alloc(0);
  const measure = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > MAX_PDF_BYTES) return done(new TooLarge());
      if (head.length < 1024) head = Buffer.concat([head, chunk.subarray(0, 1024)]);
      hash.update(chunk);
      done(null, chunk);
    },
  });
  try {
    await pipeline(body, measure, createWriteStream(path, { flush: true }));
  } catch (error) {
    await rm(path, { force: true });
    if (error instanceof TooLarge) return null;
    throw error;
  }
  return { bytes, sha256: hash.digest('hex'), head };
}
