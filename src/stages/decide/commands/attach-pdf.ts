import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { type Context, openReview } from '@/platform/context';
import { Attachment, RecordRow, Work } from '@/platform/db/schema';
import { withIncoming } from '@/platform/files/incoming';
import { keepFile } from '@/platform/files/kept-files';
import { readPdf } from '@/platform/files/read-pdf';
import { type Result, refuse } from '@/platform/verbs/refusals';
import { type AttachmentLine, addPages, attachmentsOf } from '../store/attachments';

/** Larger ones are scans of whole books, which nobody searches. */
export const MAX_PDF_BYTES = 60 * 1024 * 1024;

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
  const drop = (code: string, message: string) => refuse(code, `${name}: ${message} Nothing was attached.`);
  const attached = await withIncoming(body, MAX_PDF_BYTES, async (file): Promise<Result<{ id: string }>> => {
    if (!file.head.includes('%PDF-')) return drop('not-a-pdf', 'its content is not that of a PDF, whatever its name says.');
    const same = await ctx.em.findOne(Attachment, { reviewId, sha256: file.sha256, removed: false });
    if (same && (await attachmentsOf(ctx, reviewId, workNo)).some((a) => a.id === same.id))
      return drop('same-file', 'this very file is attached to the work already.');
    const read = await readPdf(file.path);
    if (!read.ok) return drop(read.code, read.message);
    const { bytes, sha256 } = file;
    const id = randomUUID();
    await ctx.em.transactional(async (em) => {
      const tx = em as EntityManager;
      await keepFile(tx, reviewId, file);
      tx.create(Attachment, {
        ...{ reviewId, id, name, bytes, sha256, pages: read.pages.length, hasText: read.pages.some((p) => p.trim() !== '') },
        record: tx.getReference(RecordRow, [reviewId, work.shownRecord]),
        ...{ removed: false, person: review.person, at: ctx.now() },
      });
      addPages(tx, reviewId, id, read.pages);
      await tx.flush();
    });
    return { ok: true, id };
  });
  if (!attached) return drop('too-large', `it is larger than ${MAX_PDF_BYTES / 1024 / 1024} MB.`);
  if (!attached.ok) return attached;
  return { ok: true, attachment: (await attachmentsOf(ctx, reviewId, workNo)).find((a) => a.id === attached.id)! };
}
