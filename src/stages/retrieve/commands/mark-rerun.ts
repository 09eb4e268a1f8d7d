import { z } from 'zod';
import { Retrieval } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const MarkRerun = z.strictObject({ id: z.uuid(), why: z.string().trim().max(2000) });

/** Marks a retrieval to be run again, for a reason, or takes the mark back with an empty one. */
export const markRerun = reviewCommand({
  name: 'mark-rerun',
  right: 'edit',
  input: MarkRerun,
  refuses: ['no-retrieval'],
  stale: ['retrieval'],
  async run(ctx, { id, why }) {
    const { reviewId } = ctx;
    const changed = await ctx.em.nativeUpdate(Retrieval, { reviewId, id }, { rerun: why });
    return changed ? {} : refuse('no-retrieval', 'This retrieval is not in the review.');
  },
});
