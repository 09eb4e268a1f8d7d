import type { EntityManager } from '@mikro-orm/postgresql';
import { holdsTitle } from '@/core/full-text';
import { type Context, isUuid, NotFound, openReview } from '@/platform/context';
import { Attachment, AttachmentPage } from '@/platform/db/schema';
import { isKept, keptPieces } from '@/platform/files/kept-files';

export interface AttachmentLine {
  id: string;
  workNo: number;
  name: string;
  bytes: number;
  pages: number;
  hasText: boolean;
  sha256: string;
  person: string;
  at: string;
}

/** The PDFs that belong to works now, the oldest first. */
export async function attachmentsOf(ctx: Context, reviewId: string, workNo?: number): Promise<AttachmentLine[]> {
  const rows = await ctx.em.execute<(Omit<AttachmentLine, 'at'> & { at: Date })[]>(
    `select a.id, w.work_no as "workNo", a.name, a.bytes::float8 as bytes, a.pages, a.has_text as "hasText", a.sha256, a.person, a.at
     from attachment a join work_record w on w.review_id = a.review_id and w.record_no = a.record_no
     where a.review_id = ? and not a.removed ${workNo === undefined ? '' : 'and w.work_no = ?'} order by a.at, a.id`,
    workNo === undefined ? [reviewId] : [reviewId, workNo],
  );
  return rows.map((r) => ({ ...r, at: new Date(r.at).toISOString() }));
}

/**
 * Whether the first pages of attached PDFs hold the title of their work; null where that cannot be told.
 * @param titles as the records of the work print them
 */
export async function titlesHeld(ctx: Context, reviewId: string, ids: readonly string[], titles: readonly string[]) {
  const rows = await ctx.em.find(
    AttachmentPage,
    { reviewId, attachmentId: { $in: [...ids] }, page: { $lte: 3 } },
    { orderBy: { page: 'asc' } },
  );
  return new Map(
    ids.map((id) => [
      id,
      holdsTitle(
        rows.filter((r) => r.attachmentId === id).map((r) => r.text),
        titles,
      ),
    ]),
  );
}

/** An attached PDF to be read or saved. */
export async function openPdf(
  ctx: Context,
  reviewId: string,
  id: string,
): Promise<{ pieces: AsyncIterable<Uint8Array>; attachment: Attachment; workNo: number }> {
  await openReview(ctx, reviewId);
  const attachment = isUuid(id) ? await ctx.em.findOne(Attachment, { reviewId, id }) : null;
  if (!attachment || attachment.removed || !(await isKept(ctx.em, reviewId, attachment.sha256)))
    throw new NotFound('There is no such PDF.');
  const line = (await attachmentsOf(ctx, reviewId)).find((a) => a.id === id);
  return { pieces: keptPieces(ctx.em, reviewId, attachment.sha256), attachment, workNo: line?.workNo ?? 0 };
}

/** The work that a record belongs to now. */
export async function workOfRecord(em: EntityManager, reviewId: string, recordNo: number): Promise<number> {
  const [row] = await em.execute<{ no: number }[]>('select work_no as no from work_record where review_id = ? and record_no = ?', [
    reviewId,
    recordNo,
  ]);
  return row!.no;
}

/** The text of a PDF's pages, to be searched. PostgreSQL keeps no null characters in texts. */
export function addPages(tx: EntityManager, reviewId: string, attachmentId: string, pages: readonly string[]) {
  pages.forEach((text, i) => {
    tx.create(AttachmentPage, { reviewId, attachmentId, page: i + 1, text: text.replaceAll('\0', '') });
  });
}
