import { Job } from '@/platform/db/schema';
import { enqueue } from '@/platform/queue/queue';
import { aReview, openTestDatabase, type TestDatabase } from '@/testing/database';
import { metricsText, runningState } from './queries/running';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

test('what waits and what failed is counted, and for how long the oldest has waited', async () => {
  expect(await runningState(db.context())).toMatchObject({ jobs: { queued: 0, running: 0, failed: 0 }, waiting: 0, reviews: 0 });
  const { id } = await aReview(db.context());
  const { em } = db.context();
  await em.transactional((tx) => enqueue(tx, id, 'reclassify'));
  await em.execute("update job set updated_at = now() - interval '90 seconds'");
  const running = await runningState(db.context());
  expect(running).toMatchObject({ jobs: { queued: 1, running: 0, failed: 0 }, reviews: 1 });
  expect(running.waiting).toBeGreaterThanOrEqual(90);
  await em.nativeUpdate(Job, { reviewId: id }, { state: 'failed' });
  expect(await runningState(db.context())).toMatchObject({ jobs: { queued: 0, failed: 1 }, waiting: 0 });
});

test('every figure has its help and its type, and a line a value', () => {
  const text = metricsText(
    [
      { server: 'home', running: { database: 0.002, jobs: { queued: 3, running: 1, failed: 0 }, waiting: 12, reviews: 2 } },
      { server: 'north', running: null },
    ],
    1000,
    60,
  );
  expect(text).toContain(
    '# TYPE narrow_sieve_jobs gauge\nnarrow_sieve_jobs{server="home",state="queued"} 3\nnarrow_sieve_jobs{server="home",state="running"} 1\n',
  );
  expect(text).toContain('narrow_sieve_database_up{server="home"} 1\nnarrow_sieve_database_up{server="north"} 0\n');
  // Each line is a comment, or a name with labels and a number.
  for (const line of text.trimEnd().split('\n'))
    expect(line).toMatch(/^(?:# (?:HELP|TYPE) \w+ .+|\w+(?:\{\w+="\w+"(?:,\w+="\w+")*\})? [\d.e+-]+)$/);
});
