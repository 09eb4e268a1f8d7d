import { randomUUID } from 'node:crypto';
import { type EntityManager, raw } from '@mikro-orm/postgresql';
import PgBoss from 'pg-boss';
import { clientOf } from '../db/client';
import { databaseUrl } from '../db/config';
import { Job } from '../db/schema';
import { log } from '../log';

export const QUEUE = 'review-work';
export interface JobMessage {
  reviewId: string;
  jobId: string;
}

const shared = globalThis as typeof globalThis & { __narrowSieveBoss?: Promise<PgBoss> };

/** Retried when a worker dies or an attempt fails; each job is a transaction, so a retry starts clean. */
export const createQueue = async (boss: PgBoss): Promise<void> => {
  // It is made together with the tables, by their owner.
  if (await boss.getQueue(QUEUE)) return;
  await boss.createQueue(QUEUE, { name: QUEUE, policy: 'standard', retryLimit: 2, retryDelay: 1, expireInMinutes: 60 });
};

/** A queue client that only sends: maintenance is the worker's. */
function sender(): Promise<PgBoss> {
  shared.__narrowSieveBoss ??= (async () => {
    const boss = new PgBoss({ connectionString: databaseUrl(), schema: 'pgboss', max: 2, supervise: false, schedule: false });
    boss.on('error', (error) => log.error({ error }, 'the queue'));
    await boss.start();
    await createQueue(boss);
    return boss;
  })().catch((error: unknown) => {
    // The database may be there again for whoever asks next.
    shared.__narrowSieveBoss = undefined;
    throw error;
  });
  return shared.__narrowSieveBoss;
}

export async function closeQueue() {
  const boss = await shared.__narrowSieveBoss?.catch(() => undefined);
  shared.__narrowSieveBoss = undefined;
  await boss?.stop({ graceful: false });
}

/** Files that a person waits for come before works that are classified anew. */
const PRIORITY: Record<Job['kind'], number> = { 'take-in': 2, 'import-file': 2, reclassify: 1, 'classify-review': 0 };

/** Puts a message into the queue in the caller's transaction: it is there when that is committed, and only then. */
export async function sendJob(tx: EntityManager, boss: PgBoss, message: JobMessage, kind: Job['kind']): Promise<void> {
  const client = await clientOf(tx);
  await boss.send(QUEUE, message, {
    priority: PRIORITY[kind],
    db: { executeSql: (text: string, values: unknown[]) => client.query(text, values) },
  });
}

/** Transactions in which work was put into the queue. */
const queuedIn = new WeakSet<object>();

/** Whether work was put into the queue in the transaction of this entity manager. */
export const hasQueued = (tx: EntityManager): boolean => queuedIn.has(tx.getTransactionContext() ?? tx);

/** Puts a job into the queue and its progress row into our table, in the caller's transaction. */
export async function enqueue(
  tx: EntityManager,
  reviewId: string,
  kind: Job['kind'],
  fileId: string | null = null,
  { message = '', because = '' }: { message?: string; because?: string } = {},
): Promise<string> {
  const boss = await sender();
  const id = randomUUID();
  // What it is about must be there: a file that was received in the same transaction.
  await tx.flush();
  await tx.insert(Job, {
    ...{ reviewId, id, kind, fileId, state: 'queued', done: 0, total: 0, unit: kind === 'import-file' ? 'bytes' : 'records' },
    ...{ message, because, cancel: false, entries: 0, startedAt: null, attempts: 0, updatedAt: raw('clock_timestamp()') },
  });
  await sendJob(tx, boss, { reviewId, jobId: id }, kind);
  queuedIn.add(tx.getTransactionContext()!);
  return id;
}

/** Queues the reclassification of a review's works, unless work that includes it waits already. */
export async function queueReclassify(tx: EntityManager, reviewId: string): Promise<void> {
  const waiting = await tx.count(Job, { reviewId, kind: { $in: ['classify-review', 'reclassify'] }, state: 'queued' });
  if (waiting === 0) await enqueue(tx, reviewId, 'reclassify');
}

/**
 * Queues the merge of a review, unless one waits already: what was ruled or read meanwhile is in it.
 * @param locked whether the caller has the review's lock: then one that was taken up, and is not at work, waits as well
 */
export async function queueMerge(tx: EntityManager, reviewId: string, { because = '', locked = false } = {}): Promise<void> {
  const open = await tx.find(Job, { reviewId, kind: 'classify-review', state: { $in: ['queued', 'running'] } }, { refresh: true });
  const waiting = open.some((job) => job.state === 'queued' || (locked && !job.atWork));
  if (!waiting) await enqueue(tx, reviewId, 'classify-review', null, { because });
}
