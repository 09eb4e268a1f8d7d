import { raw } from '@mikro-orm/postgresql';
import type { Context } from '@/platform/context';
import { isUnreachable, whenReachable } from '@/platform/db/faults';
import { ImportFile, Job } from '@/platform/db/schema';
import { claimJob } from '@/platform/queue/claim';
import { Cancelled, type Progress, progressOf } from '@/platform/queue/progress';
import { knownList } from '@/stages/checks';
import { mergeAndClassify, reclassifyReview } from '@/stages/classify';
import { importFile, Unprocessable } from '@/stages/retrieve';
import { fetchRecords } from '@/stages/search';
import { readAhead } from './read-ahead';

/** A job that failed so often is given up: it would only fail again. */
const MOST_ATTEMPTS = 3;
/** One whose process died every time may have been unlucky: the machine, or a restart of the database. */
const MOST_DEATHS = 5;
const LONGEST_MESSAGE = 2000;

/** Does one queued job. A job that was done already is left alone, so that it may be delivered twice. */
export async function runJob(ctx: Context, reviewId: string, jobId: string, lastTry: boolean): Promise<void> {
  const job = await ctx.em.findOne(Job, { reviewId, id: jobId });
  if (!job || job.state === 'done' || job.state === 'cancelled' || job.state === 'failed') return;
  const progress = progressOf(ctx, reviewId, jobId);
  if (job.cancel) return cancelled(ctx, job);
  const attempts = await claimJob(ctx.em, reviewId, jobId);
  if (attempts === null) return;
  if (attempts > MOST_DEATHS) return giveUp(ctx, job, `It was begun ${MOST_DEATHS} times and did not come to an end.`);
  const last = lastTry || attempts >= MOST_ATTEMPTS;
  // A job that waits, for a lock or for the database, is still alive: its row says so every few seconds.
  const heartbeat = setInterval(() => void progress.write({}).catch(() => {}), 5000);
  try {
    if (job.kind === 'import-file') await importFile(ctx, reviewId, job.fileId!, progress);
    else if (job.kind === 'take-in') await fetchRecords(ctx, reviewId, job.fileId!, progress);
    else if (job.kind === 'reclassify') await reclassifyOrMerge(ctx, reviewId, progress);
    else await mergeAndClassify(ctx, reviewId, progress);
    // Works that are known to belong are looked for among what came, so that nobody waits for it later.
    await knownList({ ...ctx, em: ctx.em.fork() }, reviewId);
    await progress.write({ state: 'done', message: '' });
  } catch (error) {
    if (error instanceof Cancelled) return await cancelled(ctx, job);
    console.error('[job]', job.kind, jobId, error);
    const reason = error instanceof Error ? error.message : String(error);
    // The database went away beneath it: that says nothing of the job, and is not counted.
    if (isUnreachable(error)) await whenReachable(() => notBegun(ctx, job));
    else if (last) await giveUp(ctx, job, `It failed and was given up: ${reason}`);
    else await progress.write({ state: 'queued', message: `It failed and will be tried again: ${reason}`.slice(0, LONGEST_MESSAGE) });
    throw error;
  } finally {
    clearInterval(heartbeat);
  }
  // The job is done, whatever becomes of this.
  if (job.kind === 'classify-review' || job.kind === 'reclassify') await readAhead(ctx, reviewId);
}

/** A review whose works cannot all be classified in place is merged anew: that sets aside what cannot be processed. */
async function reclassifyOrMerge(ctx: Context, reviewId: string, progress: Progress): Promise<void> {
  try {
    await reclassifyReview(ctx, reviewId, progress);
  } catch (error) {
    if (!(error instanceof Unprocessable)) throw error;
    await mergeAndClassify({ ...ctx, em: ctx.em.fork() }, reviewId, progress, error.records);
  }
}

/** Puts it back as it was. */
async function notBegun(ctx: Context, { reviewId, id }: Job): Promise<void> {
  await ctx.em
    .fork()
    .execute(
      `update job set state = 'queued', attempts = greatest(attempts - 1, 0), updated_at = clock_timestamp() where review_id = ? and id = ?`,
      [reviewId, id],
    );
}

async function giveUp(ctx: Context, { reviewId, id, fileId }: Job, words: string): Promise<void> {
  const message = words.slice(0, LONGEST_MESSAGE);
  await ctx.em.fork().nativeUpdate(Job, { reviewId, id }, { state: 'failed', message, updatedAt: raw('clock_timestamp()') });
  if (fileId) await ctx.em.fork().nativeUpdate(ImportFile, { reviewId, id: fileId, state: 'received' }, { state: 'failed', message });
}

/** Nothing of it was kept but the file itself, which can be read again. */
async function cancelled(ctx: Context, { reviewId, id, fileId }: Job): Promise<void> {
  await ctx.em.fork().nativeUpdate(Job, { reviewId, id }, { state: 'cancelled', updatedAt: raw('clock_timestamp()') });
  if (fileId) await ctx.em.fork().nativeUpdate(ImportFile, { reviewId, id: fileId, state: 'received' }, { state: 'cancelled' });
}
