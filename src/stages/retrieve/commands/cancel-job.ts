import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Job } from '@/platform/db/schema';

export const JobId = z.strictObject({ jobId: z.uuid() });

/** Asks the worker to break off the work on a review's records: works stay as they were. */
export async function cancelJob(ctx: Context, reviewId: string, { jobId }: z.infer<typeof JobId>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const asked = await ctx.em.nativeUpdate(
    Job,
    { reviewId, id: jobId, kind: { $in: ['classify-review', 'reclassify'] }, state: { $in: ['queued', 'running'] } },
    { cancel: true },
  );
  return asked ? { ok: true } : refuse('no-job', 'This is over already.');
}
