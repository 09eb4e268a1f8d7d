import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { type Hit, hitsIn } from '@/core/grounds';
import { Attachment, AttachmentPage, Work } from '@/db/schema';
import { type Context, isUuid, NotFound, openReview, type Result, refuse } from './context';
import { readPdf } from './read-pdf';

/** Larger ones are scans of whole books, which nobody searches. */
export const MAX_PDF_BYTES = 60 * 1024 * 1024;

/** Where attached PDFs are kept, beside the files of the retrievals. */
export const pdfPath = (reviewId: string, id: string): string =>
  join(process.env.NARROW_SIEVE_DATA ?? '.data', 'files', reviewId, 'pdf', id);

export interface AttachmentLine {
  id: string;
  workNo: number;
  name: string;
  bytes: number;
  pages: number;
  hasText: boolean;
  person: string;
  at: string;
}

/** The PDFs that belong to works now, the oldest first. */
export async function attachmentsOf(ctx: Context, reviewId: string, workNo?: number): Promise<AttachmentLine[]> {
  const rows = await ctx.em.execute<(Omit<AttachmentLine, 'at'> & { at: Date })[]>(
    `select a.id, w.work_no as "workNo", a.name, a.bytes::float8 as bytes, a.pages, a.has_text as "hasText", a.person, a.at
     from attachment a join work_record w on w.review_id = a.review_id and w.record_no = a.record_no
     where a.review_id = ? and not a.removed ${workNo === undefined ? '' : 'and w.work_no = ?'} order by a.at, a.id`,
    workNo === undefined ? [reviewId] : [reviewId, workNo],
  );
  return rows.map((r) => ({ ...r, at: new Date(r.at).toISOString() }));
}

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
  const read = await readPdf(await readFile(path));
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
    await pipeline(body, measure, createWriteStream(path));
  } catch (error) {
    await rm(path, { force: true });
    if (error instanceof TooLarge) return null;
    throw error;
  }
  return { bytes, sha256: hash.digest('hex'), head };
}

/** An attached PDF to be read or saved. */
export async function openPdf(
  ctx: Context,
  reviewId: string,
  id: string,
): Promise<{ path: string; attachment: Attachment; workNo: number }> {
  await openReview(ctx, reviewId);
  const attachment = isUuid(id) ? await ctx.em.findOne(Attachment, { reviewId, id }) : null;
  if (!attachment || attachment.removed) throw new NotFound('There is no such PDF.');
  const line = (await attachmentsOf(ctx, reviewId)).find((a) => a.id === id);
  return { path: pdfPath(reviewId, id), attachment, workNo: line?.workNo ?? 0 };
}

export const RemoveAttachment = z.strictObject({ id: z.uuid(), removed: z.boolean() });

/** Takes a PDF away from its work, or brings it back: the file stays where it is. */
export async function removeAttachment(
  ctx: Context,
  reviewId: string,
  { id, removed }: z.infer<typeof RemoveAttachment>,
): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const changed = await ctx.em.nativeUpdate(Attachment, { reviewId, id }, { removed });
  return changed ? { ok: true } : refuse('no-pdf', 'There is no such PDF.');
}

export const SearchPdfs = z.strictObject({ words: z.string().trim().min(2, 'Give two letters at least.').max(200) });

export interface PdfHit extends Hit {
  attachment: string;
  name: string;
  workNo: number;
  page: number;
}
const MOST_HITS = 200;

/** Words looked for in the text of every attached PDF, with what stands around each place, page by page. */
export async function searchPdfs(
  ctx: Context,
  reviewId: string,
  { words }: z.infer<typeof SearchPdfs>,
): Promise<Result<{ hits: PdfHit[]; more: boolean; without: number }>> {
  await openReview(ctx, reviewId);
  const attached = new Map((await attachmentsOf(ctx, reviewId)).map((a) => [a.id, a]));
  // Only pages that have the first letters of every word are looked at closely: a line's end may break a word.
  const parts = words
    .split(/\s+/)
    .slice(0, 10)
    .map((w) => `%${w.slice(0, 3).replace(/[\\%_]/g, '\\$&')}%`); // prettier-ignore
  const pages = await ctx.em.execute<{ attachment_id: string; page: number; text: string }[]>(
    `select attachment_id, page, text from attachment_page where review_id = ? ${parts.map(() => 'and text ilike ?').join(' ')}
     order by attachment_id, page limit 20000`,
    [reviewId, ...parts],
  );
  const hits: PdfHit[] = [];
  for (const { attachment_id: id, page, text } of pages) {
    const of = attached.get(id);
    if (!of) continue;
    for (const hit of hitsIn(text, words)) hits.push({ ...hit, attachment: id, name: of.name, workNo: of.workNo, page });
    if (hits.length > MOST_HITS) break;
  }
  const without = [...attached.values()].filter((a) => !a.hasText).length;
  return { ok: true, hits: hits.slice(0, MOST_HITS), more: hits.length > MOST_HITS, without };
}
