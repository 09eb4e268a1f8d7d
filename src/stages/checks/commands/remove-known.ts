import { z } from 'zod';
import { noteChange } from '@/platform/db/note-change';
import { KnownRecord } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { lookFor } from '../store/known';

export const RemoveKnown = z.strictObject({ numbers: z.array(z.int().positive()).min(1).max(20_000), removed: z.boolean() });

/** Takes works off the list, or puts them back; their lines are kept. */
export const removeKnown = reviewCommand({
  name: 'remove-known',
  right: 'edit',
  input: RemoveKnown,
  lock: 'known',
  refuses: [],
  stale: ['checks'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    await ctx.em.nativeUpdate(KnownRecord, { reviewId, number: { $in: input.numbers } }, { removed: input.removed });
    const did = input.removed ? 'removed' : 'restored';
    await noteChange(ctx, ctx.review, { kind: 'known-work', did, subject: `known works ${input.numbers.join(', ')}`.slice(0, 300) });
    await lookFor(ctx.em, reviewId);
    return {};
  },
});
