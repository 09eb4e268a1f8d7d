import type { EntityManager } from '@mikro-orm/postgresql';
import type PgBoss from 'pg-boss';
import { Job } from '../db/schema';
import { type JobMessage, QUEUE, sendJob } from './queue';

/** A running job whose row was not touched for this long lost its process. Database time: clocks of processes differ. */
export const LOST_SECONDS = 20;
const IS_LOST = `updated_at < clock_timestamp() - interval '${LOST_SECONDS} seconds'`;

/**
 * Takes a job for the process that asks, unless another has it and is alive. A message that is delivered twice does no
 * harm, and neither does one too many.
 * @returns how often it was begun, this time counted in; null when it is over or somebody else's
 */
export async function claimJob(em: EntityManager, reviewId: string, jobId: string): Promise<number | null> {
  const [row] = await em.fork().execute<{ attempts: number }[]>(
    `update job set state = 'running', attempts = attempts + 1, at_work = false, started_at = clock_timestamp(), updated_at = clock_timestamp()
     where review_id = ? and id = ? and (state = 'queued' or (state = 'running' and ${IS_LOST})) returning attempts`,
    [reviewId, jobId],
  );
  return row?.attempts ?? null;
}

/**
 * Sends jobs again that nobody is at: their process died while they ran, or between being handed them and beginning, or
 * their message was lost. What still waits in the queue is left there.
 * @param own jobs that this process is at: however long they are silent, they are not lost
 * @returns how many were sent
 */
export async function resendLost(em: EntityManager, boss: PgBoss, own: ReadonlySet<string>): Promise<number> {
  return em.fork().transactional(async (tx) => {
    const lost = await tx.execute<{ review_id: string; id: string }[]>(
      `update job set state = 'queued', updated_at = clock_timestamp() where (review_id, id) in (
         select review_id, id from job where state in ('queued', 'running') and ${IS_LOST} and not (id = any(?::uuid[]))
           and not exists (select 1 from pgboss.job m where m.name = '${QUEUE}' and m.data->>'jobId' = job.id::text and m.state in ('created', 'retry'))
         for update skip locked)
       returning review_id, id`,
      [`{${[...own].join(',')}}`],
    );
    for (const { review_id: reviewId, id: jobId } of lost) {
      const { kind } = await tx.findOneOrFail(Job, { reviewId, id: jobId });
      await sendJob(tx, boss, { reviewId, jobId } satisfies JobMessage, kind);
    }
    return lost.length;
  });
}
