/** The background process: takes jobs from the queue and calls one use case for each. */
import { MikroORM } from '@mikro-orm/postgresql';
import PgBoss from 'pg-boss';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { closeQueue, createQueue, type JobMessage, QUEUE } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { classifyOutdated } from '@/stages/classify';
import { runJob } from '@/stages/run-job';

const RETRY_LIMIT = 2;
/** A small review need not wait until a large one is done. Jobs of one review wait for each other by a lock. */
const AT_ONCE = 2;
/** A running job whose row was not touched for this long lost its worker. */
const STALE_SECONDS = 20;

const orm = await MikroORM.init(ormConfig());
const boss = new PgBoss({ connectionString: databaseUrl(), schema: 'pgboss', max: 3 });
boss.on('error', (error) => console.error('[worker]', error));
await boss.start();
await createQueue(boss);
const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });

/** Jobs that this process is at: however long they are silent, they are not lost. */
const running = new Set<string>();

for (let i = 0; i < AT_ONCE; i++) {
  await boss.work<JobMessage>(QUEUE, { batchSize: 1, pollingIntervalSeconds: 0.5, includeMetadata: true }, async ([job]) => {
    if (!job) return;
    running.add(job.data.jobId);
    try {
      await runJob(context(), job.data.reviewId, job.data.jobId, job.retryCount >= RETRY_LIMIT);
    } finally {
      running.delete(job.data.jobId);
    }
  });
}
await adoptOrphans();
const outdated = await classifyOutdated(context());
if (outdated) console.log(`[worker] ${outdated} reviews are classified anew, by the rules of this version`);
const orphans = setInterval(() => void adoptOrphans().catch((error) => console.error('[worker]', error)), STALE_SECONDS * 1000);
console.log('[worker] ready');

/** Sends jobs again that were running in a worker that died. They are transactions: nothing of them was left behind. */
async function adoptOrphans() {
  const rows = await orm.em
    .fork()
    .execute<{ review_id: string; id: string }[]>(
      `update job set state = 'queued', updated_at = now() where state = 'running' and updated_at < now() - interval '${STALE_SECONDS} seconds' and not (id = any(?::uuid[])) returning review_id, id`,
      [`{${[...running].join(',')}}`],
    );
  for (const row of rows) await boss.send(QUEUE, { reviewId: row.review_id, jobId: row.id });
}

let stopping = false;
async function stop() {
  if (stopping) return;
  stopping = true;
  clearInterval(orphans);
  await boss.stop({ graceful: true, timeout: 8000 });
  await closeQueue();
  await orm.close(true);
  process.exit(0);
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
