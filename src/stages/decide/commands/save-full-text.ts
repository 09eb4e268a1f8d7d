import { UniqueConstraintViolationException } from '@mikro-orm/core';
import { z } from 'zod';
import { readDate } from '@/core/record';
import { FullText } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

const day = z
  .string()
  .refine((s) => s === '' || (/^\d{4}-\d{2}-\d{2}$/.test(s) && readDate(s) !== null), 'Write the day as year-month-day.');

export const SaveFullText = z.strictObject({
  workNo: z.int().positive(),
  asked: day,
  promised: day,
  arrived: day,
  refused: day.default(''),
  refusedWhy: z.string().trim().max(300).default(''),
  source: z.string().trim().max(300),
  note: z.string().trim().max(4000),
  seenEdit: z.int().min(0),
});

/** Where the full text of a work stands, as a person wrote it down; unless somebody else changed it since it was read. */
export const saveFullText = reviewCommand({
  name: 'save-full-text',
  right: 'decide',
  input: SaveFullText,
  refuses: ['dates', 'changed-meanwhile'],
  stale: ['decisions', 'each-work'],
  async run(ctx, { seenEdit, workNo, ...input }) {
    const { review, reviewId } = ctx;
    if (input.asked && input.arrived && input.arrived < input.asked)
      return refuse('dates', 'It arrived before it was asked for: one of the two days is wrong.');
    if (input.asked && input.refused && input.refused < input.asked)
      return refuse('dates', 'It was refused before it was asked for: one of the two days is wrong.');
    const changed = () =>
      refuse('changed-meanwhile', 'Somebody else changed this request. Reload the page to see it, then make your change again.');
    const fields = { ...input, edit: seenEdit + 1, ...bylineOf(ctx, review), at: ctx.now() };
    if (seenEdit > 0) {
      const n = await ctx.em.nativeUpdate(FullText, { reviewId, workNo, edit: seenEdit }, fields);
      return n === 0 ? changed() : { edit: seenEdit + 1 };
    }
    try {
      ctx.em.create(FullText, { reviewId, workNo, ...fields });
      await ctx.em.flush();
    } catch (error) {
      if (error instanceof UniqueConstraintViolationException) return changed();
      throw error;
    }
    return { edit: 1 };
  },
});
