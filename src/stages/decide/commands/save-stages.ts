import { z } from 'zod';
import { noteEdits } from '@/platform/db/note-edits';
import { Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';

export const SaveStages = z.strictObject({ twoStages: z.boolean() });

/**
 * Whether kept works are judged again by their full text. What was decided at the second stage is kept either way. It is
 * yes or no: of two people who change it at the same moment both say the same, so neither writes over the other.
 */
export const saveStages = reviewCommand({
  name: 'save-stages',
  right: 'edit',
  input: SaveStages,
  refuses: [],
  stale: ['decisions', 'each-work'],
  async run(ctx, { twoStages }) {
    const { reviewId, review } = ctx;
    await noteEdits(ctx, review, 'stages', { twoStages: 'judging again by the full text' }, review, { twoStages });
    await ctx.em.nativeUpdate(Review, { id: reviewId }, { twoStages });
    return {};
  },
});
