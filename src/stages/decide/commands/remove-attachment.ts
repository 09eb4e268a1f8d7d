import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { noteChange } from '@/platform/db/note-change';
import { Attachment } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { workOfRecord } from '../store/attachments';

export const RemoveAttachment = z.strictObject({ id: z.uuid(), removed: z.boolean() });

/** Takes a PDF away from its work, or brings it back: the file stays where it is. */
export const removeAttachment = reviewCommand({
  name: 'remove-attachment',
  right: 'decide',
  input: RemoveAttachment,
  refuses: ['no-pdf'],
  stale: ['decisions', 'each-work'],
  async run(ctx, { id, removed }) {
    const { review, reviewId } = ctx;
    const pdf = await ctx.em.findOne(Attachment, { reviewId, id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!pdf) return refuse('no-pdf', 'There is no such PDF.');
    if (pdf.removed === removed) return {};
    ctx.em.assign(pdf, { removed });
    await ctx.em.flush();
    const workNo = await workOfRecord(ctx.em, reviewId, pdf.recordNo);
    await noteChange(ctx, review, { kind: 'pdf', did: removed ? 'removed' : 'restored', subject: pdf.name, workNo });
    return {};
  },
});
