import { z } from 'zod';
import { Job } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import { queueMerge } from './queue';

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

/** Queues the merge of a review's records, as after one that was broken off or failed. */
export async function mergeAgain(ctx: Context, reviewId: string): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.transactional((tx) => queueMerge(tx, reviewId, ctx.now()));
  return { ok: true };
}
