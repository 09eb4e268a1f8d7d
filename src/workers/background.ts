/** The background process: takes jobs from the queue and calls one use case for each. */
import { setPriority } from 'node:os';
import { type EntityManager, MikroORM } from '@mikro-orm/postgresql';
import PgBoss from 'pg-boss';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { earlierFolder } from '@/platform/files/bring-in';
import { incomingFolder } from '@/platform/files/incoming';
import { sweepFiles } from '@/platform/files/sweep';
import { resendLost } from '@/platform/queue/claim';
import { closeQueue, createQueue, type JobMessage, QUEUE } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { classifyOutdated } from '@/stages/classify';
import { runJob } from '@/stages/run-job';
import { runDueSearches } from '@/stages/search';
import { endWithParent } from '../../scripts/parent.mjs';

const RETRY_LIMIT = 2;
/** A small review need not wait until a large one is done. Jobs of one review wait for each other by a lock. */
const AT_ONCE = 2;
/** How often jobs are looked for that nobody is at. */
const LOOK_SECONDS = 5;
/** How often saved searches are looked for whose day has come. */
const DUE_SECONDS = 60;

/** Until there is something to be ended in order, it just ends: also while it waits for the database. */
let stop = async (): Promise<void> => process.exit(0);
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => void stop());
endWithParent(() => stop());

// A connection that breaks is not the end: what was under way fails and is tried again, on a new one.
process.on('uncaughtException', (error) => console.error('[worker]', error));
process.on('unhandledRejection', (error) => console.error('[worker]', error));

// People who ask for pages come first.
try {
  setPriority(5);
} catch {
  // The system does not let us: then it runs like any other.
}

const orm = await whenThere(() => MikroORM.init(ormConfig()));
const boss = await whenThere(async () => {
  const made = new PgBoss({ connectionString: databaseUrl(), schema: 'pgboss', max: 3 });
  made.on('error', (error) => console.error('[worker]', error));
  await made.start();
  await createQueue(made);
  return made;
});
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
await resendLost(orm.em, boss, running);
const outdated = await classifyOutdated(context());
if (outdated) console.log(`[worker] ${outdated} reviews are classified anew, by the rules of this version`);
const looking = setInterval(
  () => void resendLost(orm.em, boss, running).catch((error) => console.error('[worker]', error)),
  LOOK_SECONDS * 1000,
);
// What was left behind by a crash or a deletion goes, now and once a day.
const sweep = () =>
  sweepFiles(orm.em.fork(), incomingFolder(), earlierFolder()).then(
    (n) => n && console.log(`[worker] ${n} files that no review needs were removed`),
    (error) => console.error('[worker]', error),
  );
void sweep();
const sweeping = setInterval(sweep, 24 * 3600 * 1000);
// Saved searches whose day has come.
const again = setInterval(
  () => void runDueSearches(orm.em.fork() as EntityManager, new Date()).catch((error) => console.error('[worker]', error)),
  DUE_SECONDS * 1000,
);
console.log('[worker] ready');

let stopping = false;
stop = async () => {
  if (stopping) return;
  stopping = true;
  clearInterval(looking);
  clearInterval(sweeping);
  clearInterval(again);
  await boss.stop({ graceful: true, timeout: 8000 });
  await closeQueue();
  await orm.close(true);
  process.exit(0);
};

/** The database may be starting, or restarting: it is waited for, and people are told. */
async function whenThere<T>(connect: () => Promise<T>): Promise<T> {
  for (let seconds = 1; ; seconds = Math.min(2 * seconds, 15)) {
    try {
      return await connect();
    } catch (error) {
      console.error(`[worker] the database does not answer; trying again in ${seconds} s:`, (error as Error).message);
      await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
    }
  }
}
