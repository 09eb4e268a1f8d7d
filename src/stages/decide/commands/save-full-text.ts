import { UniqueConstraintViolationException } from '@mikro-orm/core';
import { z } from 'zod';
import { readDate } from '@/core/record';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { FullText } from '@/platform/db/schema';

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
