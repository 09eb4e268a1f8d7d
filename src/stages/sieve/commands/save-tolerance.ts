import { z } from 'zod';
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
    ctx.review.parityTolerance = tolerance;
    return {};
  },
});
