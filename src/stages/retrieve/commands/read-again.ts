import { z } from 'zod';
import { DETECT_BYTES, detectFormat, FORMAT_CODES } from '@/core/formats';
import { ImportFile } from '@/platform/db/schema';
import { keptHead } from '@/platform/files/kept-files';
import { enqueue } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const ReadAgain = z.strictObject({ fileId: z.uuid(), format: z.enum(FORMAT_CODES) });

/** Reads a file that was refused, cancelled or failed, as the format that a person says it is. */
export const readAgain = reviewCommand({
  name: 'read-again',
  right: 'edit',
  input: ReadAgain,
  refuses: ['no-file', 'read-already', 'unreadable'],
  stale: ['retrieval'],
  async run(ctx, { fileId, format }) {
    const { reviewId } = ctx;
    const file = await ctx.em.findOne(ImportFile, { reviewId, id: fileId });
    if (!file) return refuse('no-file', 'There is no such file.');
    if (!['refused', 'cancelled', 'failed', 'waiting'].includes(file.state))
      return refuse('read-already', 'This file was read already. Withdraw its retrieval to read it in another way.');
    const detected = detectFormat(await keptHead(ctx.em, reviewId, file.sha256, DETECT_BYTES), format);
    if ('problem' in detected) return refuse('unreadable', `${file.name}: ${detected.problem.message}`);
    const waiting = format === 'csv' && !file.mapping;
    ctx.em.assign(file, { format, state: waiting ? 'waiting' : 'received', message: '', archived: false });
    await ctx.em.flush();
    if (!waiting) await enqueue(ctx.em, reviewId, 'import-file', fileId, { because: file.name });
    return { waiting };
  },
});
