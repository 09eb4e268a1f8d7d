import { raw } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { Job } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const JobId = z.strictObject({ jobId: z.uuid() });

/** Asks the worker to break off the work on a review's records: works stay as they were. */
export const cancelJob = reviewCommand({
  name: 'cancel-job',
  right: 'edit',
  input: JobId,
  refuses: ['no-job'],
  stale: ['retrieval'],
  async run(ctx, { jobId }) {
    const { reviewId } = ctx;
    // One that nobody has begun is over at once; one under way is broken off at its next step.
    const waiting = await ctx.em.nativeUpdate(
      Job,
      { reviewId, id: jobId, kind: { $in: ['classify-review', 'reclassify'] }, state: 'queued' },
      { state: 'cancelled', updatedAt: raw('clock_timestamp()') },
    );
    if (waiting) return {};
    const asked = await ctx.em.nativeUpdate(
      Job,
      { reviewId, id: jobId, kind: { $in: ['classify-review', 'reclassify'] }, state: { $in: ['queued', 'running'] } },
      { cancel: true },
    );
    return asked ? {} : refuse('no-job', 'This is over already.');
  },
});
