import { ImportFile, Job } from '@/db/schema';
import { knownList } from './checks/known';
import { classifyReview } from './classify-review';
import type { Context } from './context';
import { importFile } from './import-file';
import { Cancelled, progressOf } from './progress';
import { reclassifyReview } from './reclassify';

/** Does one queued job. A job that was done already is left alone, so that it may be delivered twice. */
export async function runJob(ctx: Context, reviewId: string, jobId: string, lastTry: boolean): Promise<void> {
  const job = await ctx.em.findOne(Job, { reviewId, id: jobId });
  if (!job || job.state === 'done' || job.state === 'cancelled') return;
  const progress = progressOf(ctx, reviewId, jobId);
  if (job.cancel) return cancelled(ctx, job);
  await progress.write({ state: 'running', startedAt: ctx.now() });
  // A job that waits, for a lock or for the database, is still alive: its row says so every few seconds.
  const heartbeat = setInterval(() => void progress.write({}).catch(() => {}), 5000);
  try {
    if (job.kind === 'import-file') await importFile(ctx, reviewId, job.fileId!, progress);
    else if (job.kind === 'reclassify') await reclassifyReview(ctx, reviewId, progress);
    else await classifyReview(ctx, reviewId, progress);
    // Works that are known to belong are looked for among what came, so that nobody waits for it later.
    await knownList({ ...ctx, em: ctx.em.fork() }, reviewId);
    await progress.write({ state: 'done', message: '' });
  } catch (error) {
    if (error instanceof Cancelled) return await cancelled(ctx, job);
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

/** Nothing of it was kept but the file itself, which can be read again. */
async function cancelled(ctx: Context, { reviewId, id, fileId }: Job): Promise<void> {
  await ctx.em.fork().nativeUpdate(Job, { reviewId, id }, { state: 'cancelled', updatedAt: ctx.now() });
  if (fileId) await ctx.em.fork().nativeUpdate(ImportFile, { reviewId, id: fileId, state: 'received' }, { state: 'cancelled' });
}
