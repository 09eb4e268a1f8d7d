import PgBoss from 'pg-boss';
import { Job } from '@/platform/db/schema';
import { aReview, openTestDatabase, type TestDatabase } from '@/testing/database';
import { databaseUrl } from '../db/config';
import { claimJob, LOST_SECONDS, resendLost } from './claim';
import { createQueue, enqueue } from './queue';

let db: TestDatabase;
let boss: PgBoss;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  boss = new PgBoss({ connectionString: databaseUrl(), schema: 'pgboss', max: 2, supervise: false, schedule: false });
  await boss.start();
  await createQueue(boss);
});
beforeEach(async () => {
  ({ id } = await aReview(db.context()));
});
afterAll(async () => {
  await boss.stop({ graceful: false });
  await db.close();
});

const queued = () => db.context().em.transactional((tx) => enqueue(tx, id, 'classify-review'));
const sql = (text: string, values: unknown[]) => db.context().em.execute(text, values);
const messagesOf = async (jobId: string) =>
  (await sql(`select state from pgboss.job where data->>'jobId' = ? order by state`, [jobId])) as unknown as { state: string }[];
const silentFor = (jobId: string, seconds: number, state = 'running') =>
  sql(`update job set state = ?, updated_at = clock_timestamp() - make_interval(secs => ?) where id = ?`, [state, seconds, jobId]);
/** As if a process had been handed the message and had died. */
const handed = (jobId: string) => sql(`update pgboss.job set state = 'active' where data->>'jobId' = ?`, [jobId]);

test('of two that ask at once one gets the job', async () => {
  const job = await queued();
  const got = await Promise.all([1, 2, 3, 4].map(() => claimJob(db.context().em, id, job)));
  expect(got.sort()).toEqual([1, null, null, null]);
  expect(await db.context().em.findOneOrFail(Job, { id: job })).toMatchObject({ state: 'running', attempts: 1 });
});

test.each([
  ['under way and heard of lately', 'running', LOST_SECONDS - 5, null],
  ['under way and silent for long', 'running', LOST_SECONDS + 5, 1],
  ['done', 'done', LOST_SECONDS + 5, null],
  ['cancelled', 'cancelled', LOST_SECONDS + 5, null],
])('a job that is %s', async (_, state, silent, claimed) => {
  const job = await queued();
  await silentFor(job, silent, state);
  expect(await claimJob(db.context().em, id, job)).toBe(claimed);
});

test('one that waits in the queue is left there, however long it waits', async () => {
  const job = await queued();
  await silentFor(job, 3600, 'queued');
  await resendLost(db.context().em, boss, new Set());
  expect(await messagesOf(job)).toEqual([{ state: 'created' }]);
});

test.each(['queued', 'running'])('one that was handed to a process that died while it was %s is sent again, once', async (state) => {
  const job = await queued();
  await handed(job);
  await silentFor(job, LOST_SECONDS - 5, state);
  await resendLost(db.context().em, boss, new Set());
  expect(await messagesOf(job)).toHaveLength(1);
  await silentFor(job, LOST_SECONDS + 5, state);
  await resendLost(db.context().em, boss, new Set([job]));
  // Its own process is at it.
  expect(await messagesOf(job)).toHaveLength(1);
  await Promise.all([1, 2, 3].map(() => resendLost(db.context().em, boss, new Set())));
  expect((await messagesOf(job)).map((m) => m.state).sort()).toEqual(['active', 'created']);
  expect(await claimJob(db.context().em, id, job)).toBe(1);
});

test('one whose message was lost altogether is sent again', async () => {
  const job = await queued();
  await sql(`delete from pgboss.job where data->>'jobId' = ?`, [job]);
  await silentFor(job, LOST_SECONDS + 5, 'queued');
  await resendLost(db.context().em, boss, new Set());
  expect(await messagesOf(job)).toEqual([{ state: 'created' }]);
});

test('a transaction that is rolled back leaves neither job nor message', async () => {
  let job = '';
  const broken = db.context().em.transactional(async (tx) => {
    job = await enqueue(tx, id, 'classify-review');
    throw new Error('broken off');
  });
  await expect(broken).rejects.toThrow('broken off');
  expect(await messagesOf(job)).toEqual([]);
  expect(await db.context().em.count(Job, { id: job })).toBe(0);
});
