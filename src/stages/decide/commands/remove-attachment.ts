import { z } from 'zod';
import { Attachment } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const RemoveAttachment = z.strictObject({ id: z.uuid(), removed: z.boolean() });

/** Takes a PDF away from its work, or brings it back: the file stays where it is. */
export const removeAttachment = reviewCommand({
  name: 'remove-attachment',
  right: 'decide',
  input: RemoveAttachment,
  refuses: ['no-pdf'],
  stale: ['decisions', 'each-work'],
  async run(ctx, { id, removed }) {
    const { reviewId } = ctx;
    const changed = await ctx.em.nativeUpdate(Attachment, { reviewId, id }, { removed });
    return changed ? {} : refuse('no-pdf', 'There is no such PDF.');
  },
});
