import { z } from 'zod';
import { noteChange } from '@/platform/db/note-change';
import { Review, SchemeRow } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const DropScheme = z.strictObject({ id: z.string().max(40) });

/** Removes a scheme of the review's own that it does not use. */
export const dropScheme = reviewCommand({
  name: 'drop-scheme',
  right: 'edit',
  input: DropScheme,
  refuses: ['in-use', 'no-scheme'],
  stale: ['classification'],
  async run(ctx, { id }) {
    const { reviewId } = ctx;
    const review = await ctx.em.findOneOrFail(Review, { id: reviewId });
    if (review.scheme === id) return refuse('in-use', 'The review uses this scheme: choose another under Question first.');
    const row = await ctx.em.findOne(SchemeRow, { reviewId, id });
    if (!row || !(await ctx.em.nativeDelete(SchemeRow, { reviewId, id }))) return refuse('no-scheme', 'This scheme is not there any more.');
    await noteChange(ctx, review, { kind: 'scheme', did: 'removed', subject: `scheme “${row.doc.label}”`, why: JSON.stringify(row.doc) });
    return {};
  },
});
