import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { type PdfFit, worksOfPdf } from '@/core/full-text';
import { type Context, openReview } from '@/platform/context';
import { noteChange } from '@/platform/db/note-change';
import { Attachment, RecordRow, type Review, Work } from '@/platform/db/schema';
import { type Incoming, withIncoming } from '@/platform/files/incoming';
import { keepFile } from '@/platform/files/kept-files';
import { readPdf } from '@/platform/files/read-pdf';
import { bylineOf } from '@/platform/verbs/byline';
import { type Refusal, type Result, refuse } from '@/platform/verbs/refusals';
import { type AttachmentLine, addPages, attachmentsOf } from '../store/attachments';
import { setArrived } from '../store/full-text';
import { soughtWorks } from '../store/sought-works';

/** Larger ones are scans of whole books, which nobody searches. */
export const MAX_PDF_BYTES = 60 * 1024 * 1024;

/** A PDF that was dropped, and the works that it may be of. */
export interface Offered {
  offered: { fit: PdfFit; title: string }[];
}
interface Read {
  file: Incoming;
  pages: string[];
}
const dropped = (name: string, code: string, message: string): Refusal => refuse(code, `${name}: ${message} Nothing was attached.`);

/** Reads a PDF, whose kind is told by its content, and has something done with it. */
async function withPdf<T extends object>(name: string, body: Readable, use: (read: Read) => Promise<Result<T>>): Promise<Result<T>> {
  const answer = await withIncoming(body, MAX_PDF_BYTES, async (file): Promise<Result<T>> => {
    if (!file.head.includes('%PDF-')) return dropped(name, 'not-a-pdf', 'its content is not that of a PDF, whatever its name says.');
    const read = await readPdf(file.path);
    return read.ok ? use({ file, pages: read.pages }) : dropped(name, read.code, read.message);
  });
  return answer ?? dropped(name, 'too-large', `it is larger than ${MAX_PDF_BYTES / 1024 / 1024} MB.`);
}

/** Keeps a PDF with a work, its text page by page, to be searched. Its full text has arrived then, if nobody said when. */
export async function attachPdf(
  ctx: Context,
  reviewId: string,
  workNo: number,
  name: string,
  body: Readable,
): Promise<Result<{ attachment: AttachmentLine }>> {
  const review = await openReview(ctx, reviewId);
  return withPdf(name, body, (read) => keep(ctx, review, workNo, name, read));
}

/** Attaches a PDF to the sought work that it is of; where that is in doubt nothing is attached, and the works it may be of are offered. */
export async function attachMatching(
  ctx: Context,
  reviewId: string,
  name: string,
  body: Readable,
): Promise<Result<{ attachment: AttachmentLine } | Offered>> {
  const review = await openReview(ctx, reviewId);
  return withPdf<{ attachment: AttachmentLine } | Offered>(name, body, async (read) => {
    const sought = await soughtWorks(ctx, reviewId);
    const { sure, offered } = worksOfPdf({ name, pages: read.pages }, sought);
    if (sure) return keep(ctx, review, sure.no, name, read);
    const titles = new Map(sought.map((w) => [w.no, w.titles[0] ?? '']));
    return { ok: true, offered: offered.map((fit) => ({ fit, title: titles.get(fit.no)! })) };
  });
}

async function keep(
  ctx: Context,
  review: Review,
  workNo: number,
  name: string,
  { file, pages }: Read,
): Promise<Result<{ attachment: AttachmentLine }>> {
  const reviewId = review.id;
  const work = await ctx.em.findOne(Work, { reviewId, no: workNo, absorbedBy: null });
  if (!work) return refuse('no-work', 'This work is not in the review any more.');
  const { bytes, sha256 } = file;
  const there = await attachmentsOf(ctx, reviewId, workNo);
  if (there.some((a) => a.sha256 === sha256)) return dropped(name, 'same-file', 'this very file is attached to the work already.');
  const id = randomUUID();
  await ctx.em.transactional(async (em) => {
    const tx = em as EntityManager;
    await keepFile(tx, reviewId, file);
    tx.create(Attachment, {
      ...{ reviewId, id, name, bytes, sha256, pages: pages.length, hasText: pages.some((p) => p.trim() !== '') },
      record: tx.getReference(RecordRow, [reviewId, work.shownRecord]),
      ...{ removed: false, ...bylineOf(ctx, review), at: ctx.now() },
    });
    addPages(tx, reviewId, id, pages);
    await tx.flush();
    await setArrived(tx, ctx, review, workNo);
    await noteChange({ ...ctx, em: tx }, review, { kind: 'pdf', did: 'attached', subject: name, workNo });
  });
  return { ok: true, attachment: (await attachmentsOf(ctx, reviewId, workNo)).find((a) => a.id === id)! };
}
