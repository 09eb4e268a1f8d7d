import { z } from 'zod';
import { noteEdits } from '@/platform/db/note-edits';
import { reviewCommand } from '@/platform/verbs/declare';

export const SaveTolerance = z.strictObject({ tolerance: z.number().min(0).max(0.5) });

/** Which share of works a limiter may leave undecided in a retrieval and still be called even there. */
export const saveTolerance = reviewCommand({
  name: 'save-tolerance',
  right: 'edit',
  input: SaveTolerance,
  refuses: [],
  stale: ['sieve'],
  async run(ctx, { tolerance }) {
    const names = { parityTolerance: 'share of works that may be missing for a cell to be even' };
    await noteEdits(ctx, ctx.review, 'tolerance', names, ctx.review, { parityTolerance: tolerance });
    ctx.review.parityTolerance = tolerance;
    return {};
  },
});
