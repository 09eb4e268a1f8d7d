import { z } from 'zod';
import { noteEdits } from '@/platform/db/note-edits';
import { Retrieval } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const StateNative = z.strictObject({ id: z.uuid(), native: z.string().trim().min(1).max(200), why: z.string().trim().max(2000) });

/**
 * Says of a limiter that was set at a database, and did not take, that the review's sieve is counted on instead, and why;
 * an empty reason takes it back. The write-up says it too.
 */
export const stateNative = reviewCommand({
  name: 'state-native',
  right: 'edit',
  input: StateNative,
  lock: 'edit',
  refuses: ['no-retrieval', 'no-native'],
  stale: ['retrieval'],
  async run(ctx, { id, native, why }) {
    const row = await ctx.em.findOne(Retrieval, { reviewId: ctx.reviewId, id });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (!row.steps.some((s) => s.limiters.some((l) => l.name === native)))
      return refuse('no-native', `No limiter “${native}” was set in the steps of this retrieval.`);
    const was = row.stated.find((s) => s.native === native)?.why ?? '';
    await noteEdits(
      ctx,
      ctx.review,
      'statement',
      { why: `limiter “${native}” said to be applied in retrieval ${row.number}` },
      { why: was },
      { why },
    );
    row.stated = [...row.stated.filter((s) => s.native !== native), ...(why ? [{ native, why }] : [])];
    return {};
  },
});
