import { z } from 'zod';
import { Job } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const FileId = z.strictObject({ fileId: z.uuid() });

/** Asks the worker to break off the import of a file. What was read of it is rolled back; the file is kept. */
export const cancelImport = reviewCommand({
  name: 'cancel-import',
  right: 'edit',
  input: FileId,
  refuses: ['no-job'],
  stale: ['retrieval'],
  async run(ctx, { fileId }) {
    const { reviewId } = ctx;
    const asked = await ctx.em.nativeUpdate(Job, { reviewId, fileId, state: { $in: ['queued', 'running'] } }, { cancel: true });
    return asked ? {} : refuse('no-job', 'This import is over already.');
  },
});
