import { Readable } from 'node:stream';
import { DEFAULT_PROFILE } from '@/core/parity';
import { Job, Review, Work } from '@/platform/db/schema';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { runJob } from '@/stages/run-job';
import { aReview, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

test('two files that wait to be merged are merged by one job, and the other has nothing left to do', async () => {
  const { id } = await aReview(db.context());
  for (const [tag, n] of [
    ['AA', 1],
    ['BB', 2],
  ] as const) {
    const made = await saveDatabase(db.context(), id, { id: null, name: `Database ${tag}`, tag, profile: DEFAULT_PROFILE });
    if (!made.ok) throw new Error(made.message);
    const text = risEntry(n, `Lamps of kind ${n} in the mills of the east`);
    await receiveFile(db.context(), id, { databaseId: made.id }, `${tag}.ris`, Readable.from([Buffer.from(text)]));
  }
  const jobs = (kind: Job['kind']) => db.context().em.find(Job, { reviewId: id, kind }, { orderBy: { updatedAt: 'asc' } });
  for (const job of await jobs('import-file')) await runJob(db.context(), id, job.id, true);
  const waiting = await jobs('classify-review');
  expect(waiting.map((j) => j.state)).toEqual(['queued', 'queued']);
  await runJob(db.context(), id, waiting[0]!.id, true);
  expect((await jobs('classify-review')).map((j) => j.state)).toEqual(['done', 'done']);
  expect(await db.context().em.count(Work, { reviewId: id })).toBe(2);
  const { revision } = await db.context().em.findOneOrFail(Review, { id });
  await runJob(db.context(), id, waiting[1]!.id, true);
  expect((await db.context().em.findOneOrFail(Review, { id })).revision).toBe(revision);
});
