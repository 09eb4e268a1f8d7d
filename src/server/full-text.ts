import { UniqueConstraintViolationException } from '@mikro-orm/core';
import { z } from 'zod';
import { readDate } from '@/core/record';
import { FullText } from '@/db/schema';
import { attachmentsOf } from './attachments';
import { type Context, openReview, type Result, refuse } from './context';
import { titlesOf } from './precedents';
import { reviewState } from './review-state';

const day = z
  .string()
  .refine((s) => s === '' || (/^\d{4}-\d{2}-\d{2}$/.test(s) && readDate(s) !== null), 'Write the day as year-month-day.');
export const SaveFullText = z.strictObject({
  workNo: z.int().positive(),
  asked: day,
  promised: day,
  arrived: day,
  source: z.string().trim().max(300),
  note: z.string().trim().max(4000),
  seenEdit: z.int().min(0),
});

/** Where the full text of a work stands, as a person wrote it down; unless somebody else changed it since it was read. */
export async function saveFullText(
  ctx: Context,
  reviewId: string,
  { seenEdit, workNo, ...input }: z.infer<typeof SaveFullText>,
): Promise<Result<{ edit: number }>> {
  const review = await openReview(ctx, reviewId);
  if (input.asked && input.arrived && input.arrived < input.asked)
    return refuse('dates', 'It arrived before it was asked for: one of the two days is wrong.');
  const changed = () =>
    refuse('changed-meanwhile', 'Somebody else changed this request. Reload the page to see it, then make your change again.');
  const fields = { ...input, edit: seenEdit + 1, person: review.person, at: ctx.now() };
  if (seenEdit > 0) {
    const n = await ctx.em.nativeUpdate(FullText, { reviewId, workNo, edit: seenEdit }, fields);
    return n === 0 ? changed() : { ok: true, edit: seenEdit + 1 };
  }
  try {
    ctx.em.create(FullText, { reviewId, workNo, ...fields });
    await ctx.em.flush();
  } catch (error) {
    if (error instanceof UniqueConstraintViolationException) return changed();
    throw error;
  }
  return { ok: true, edit: 1 };
}

/** What is known of the way to a full text. */
export interface FullTextLine {
  asked: string;
  promised: string;
  arrived: string;
  source: string;
  note: string;
  edit: number;
}
export const NO_FULL_TEXT: FullTextLine = { asked: '', promised: '', arrived: '', source: '', note: '', edit: 0 };

export const lineOf = (row: FullText | null | undefined): FullTextLine =>
  row
    ? { asked: row.asked, promised: row.promised, arrived: row.arrived, source: row.source, note: row.note, edit: row.edit }
    : NO_FULL_TEXT;

/** The works whose full text is sought, with where each stands: the list of requests and of what is still to be had. */
export async function soughtView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const sought = [...state.staged].flatMap(([no, { screening }]) => (screening?.verdict === 'keep' && state.indexOf.has(no) ? [no] : []));
  const rows = new Map((await ctx.em.find(FullText, { reviewId })).map((r) => [r.workNo, r]));
  const attached = await attachmentsOf(ctx, reviewId);
  const titles = await titlesOf(ctx, reviewId, sought);
  return sought
    .map((no) => {
      const { verdict, reasonCode = '' } = state.staged.get(no)?.fullText ?? {};
      return {
        ...{ no, title: titles.get(no) ?? '', ...lineOf(rows.get(no)) },
        pdfs: attached.filter((a) => a.workNo === no).length,
        ...{ verdict: verdict === 'undo' ? null : (verdict ?? null), reasonCode },
      };
    })
    .sort((a, b) => a.no - b.no);
}
export type SoughtLine = Awaited<ReturnType<typeof soughtView>>[number];
