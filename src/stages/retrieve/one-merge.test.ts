import { Readable } from 'node:stream';
import { DEFAULT_PROFILE } from '@/core/parity';
import { Job, Work } from '@/platform/db/schema';
import { runJob } from '@/stages/run-job';
import { aReview, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { receiveFile } from './commands/receive-file';
import { saveDatabase } from './commands/save-database';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

test('files that are read while a merge waits are merged by that one; one that has begun is followed by another', async () => {
  const { id } = await aReview(db.context());
  const send = async (tag: string, n: number) => {
    const made = await saveDatabase(db.context(), id, { id: null, name: `Database ${tag}`, tag, profile: DEFAULT_PROFILE });
    if (!made.ok) throw new Error(made.message);
    const text = risEntry(n, `Lamps of kind ${n} in the mills of the east`);
    await receiveFile(db.context(), id, { databaseId: made.id }, `${tag}.ris`, Readable.from([Buffer.from(text)]));
  };
  const jobs = (kind: Job['kind'], state: Job['state']) =>
    db.context().em.find(Job, { reviewId: id, kind, state }, { orderBy: { updatedAt: 'asc' } });
  const readAll = async () => {
    for (const job of await jobs('import-file', 'queued')) await runJob(db.context(), id, job.id, true);
  };
  await send('AA', 1);
  await send('BB', 2);
  await readAll();
  const [waiting, ...more] = await jobs('classify-review', 'queued');
  expect(more).toEqual([]);
  expect(waiting!.because).toBe('AA.ris was read');
  await runJob(db.context(), id, waiting!.id, true);
  expect(await db.context().em.count(Work, { reviewId: id })).toBe(2);
  const taken = (atWork: boolean) => db.context().em.nativeUpdate(Job, { reviewId: id, id: waiting!.id }, { state: 'running', atWork });
  // Whoever reads a file has the lock that this one waits for.
  await taken(false);
  await send('DD', 4);
  await readAll();
  expect(await jobs('classify-review', 'queued')).toEqual([]);
  await taken(true);
  await send('CC', 3);
  await readAll();
  expect(await jobs('classify-review', 'queued')).toHaveLength(1);
});
