import { z } from 'zod';
import { detectFormat, FORMAT_CODES } from '@/core/formats';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { ImportFile } from '@/platform/db/schema';
import { filePath } from '@/platform/files/files';
import { enqueue } from '@/platform/queue/queue';
import { firstBytes } from '../store/first-bytes';

export const ReadAgain = z.strictObject({ fileId: z.uuid(), format: z.enum(FORMAT_CODES) });

/** Reads a file that was refused, cancelled or failed, as the format that a person says it is. */
export async function readAgain(
  ctx: Context,
  reviewId: string,
  { fileId, format }: z.infer<typeof ReadAgain>,
): Promise<Result<{ waiting: boolean }>> {
  await openReview(ctx, reviewId);
  const file = await ctx.em.findOne(ImportFile, { reviewId, id: fileId });
  if (!file) return refuse('no-file', 'There is no such file.');
  if (!['refused', 'cancelled', 'failed', 'waiting'].includes(file.state))
    return refuse('read-already', 'This file was read already. Withdraw its retrieval to read it in another way.');
  const detected = detectFormat(await firstBytes(filePath(reviewId, fileId)), format);
  if ('problem' in detected) return refuse(detected.problem.code, `${file.name}: ${detected.problem.message}`);
  const waiting = format === 'csv' && !file.mapping;
  await ctx.em.transactional(async (tx) => {
    tx.assign(file, { format, state: waiting ? 'waiting' : 'received', message: '' });
    await tx.flush();
    if (!waiting) await enqueue(tx, reviewId, 'import-file', ctx.now(), fileId);
  });
  return { ok: true, waiting };
}
