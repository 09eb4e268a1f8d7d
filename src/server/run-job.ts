import { ImportFile, Job } from '@/db/schema';
import { classifyReview } from './classify-review';
import type { Context } from './context';
import { importFile } from './import-file';
import { progressOf } from './progress';

/** Does one queued job. A job that was done already is left alone, so that it may be delivered twice. */
export async function runJob(ctx: Context, reviewId: string, jobId: string, lastTry: boolean): Promise<void> {
  const job = await ctx.em.findOne(Job, { reviewId, id: jobId });
  if (!job || job.state === 'done') return;
  const progress = progressOf(ctx, reviewId, jobId);
  await progress.write({ state: 'running' });
  // A job that waits, for a lock or for the database, is still alive: its row says so every few seconds.
  const heartbeat = setInterval(() => void progress.write({}).catch(() => {}), 5000);
  try {
    if (job.kind === 'import-file') await importFile(ctx, reviewId, job.fileId!, progress);
    else await classifyReview(ctx, reviewId, progress);
    await progress.write({ state: 'done', message: '' });
  } catch (error) {
    console.error('[job]', job.kind, jobId, error);
    const message = `It failed and ${lastTry ? 'was given up' : 'will be tried again'}: ${error instanceof Error ? error.message : String(error)}`;
    await progress.write({ state: lastTry ? 'failed' : 'queued', message: message.slice(0, 2000) });
    if (lastTry && job.fileId)
      await ctx.em
        .fork()
        .nativeUpdate(ImportFile, { reviewId, id: job.fileId, state: 'received' }, { state: 'failed', message: message.slice(0, 2000) });
    throw error;
  } finally {
    clearInterval(heartbeat);
  }
}
