import { z } from 'zod';
import { noteChange } from '@/platform/db/note-change';
import { ImportFile } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const ArchiveFile = z.strictObject({ fileId: z.uuid(), archived: z.boolean() });

/** Puts a file of which nothing was read out of sight, or back. One whose records are in the review stays where it is seen. */
export const archiveFile = reviewCommand({
  name: 'archive-file',
  right: 'edit',
  input: ArchiveFile,
  lock: 'files',
  refuses: ['no-file', 'in-use'],
  stale: ['retrieval'],
  async run(ctx, { fileId, archived }) {
    const { review, reviewId } = ctx;
    const file = await ctx.em.findOne(ImportFile, { reviewId, id: fileId });
    if (!file) return refuse('no-file', 'This file is not in the review.');
    if (!['refused', 'failed', 'cancelled', 'waiting'].includes(file.state))
      return refuse('in-use', `${file.name} is being read, or its records are in the review. Withdraw the retrieval instead.`);
    if (file.archived === archived) return {};
    ctx.em.assign(file, { archived });
    await ctx.em.flush();
    await noteChange(ctx, review, { kind: 'file', did: archived ? 'archived' : 'restored', subject: file.name });
    return {};
  },
});
