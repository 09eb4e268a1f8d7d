import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Job } from '@/platform/db/schema';

export const FileId = z.strictObject({ fileId: z.uuid() });

/** Asks the worker to break off the import of a file. What was read of it is rolled back; the file is kept. */
export async function cancelImport(ctx: Context, reviewId: string, { fileId }: z.infer<typeof FileId>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const asked = await ctx.em.nativeUpdate(Job, { reviewId, fileId, state: { $in: ['queued', 'running'] } }, { cancel: true });
  return asked ? { ok: true } : refuse('no-job', 'This import is over already.');
}
