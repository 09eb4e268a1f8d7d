import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { Readable } from 'node:stream';
import { DEFAULT_PROFILE } from '@/core/parity';
import { ImportFile, Job } from '@/platform/db/schema';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { overview } from '@/stages/review/queries/overview';
import { aReview, openTestDatabase, type TestDatabase } from '@/testing/database';

let db: TestDatabase;
const workers: ChildProcess[] = [];
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(async () => {
  for (const worker of workers) worker.kill('SIGKILL');
  await db.close();
});

/** The background process as the start command runs it, on this test's database. */
async function startWorker(): Promise<ChildProcess> {
  const worker = spawn(process.execPath, ['--import', 'tsx', 'src/workers/background.ts'], {
    env: { ...process.env, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  workers.push(worker);
  let printed = '';
  for await (const chunk of worker.stdout!) {
    printed += chunk;
    if (printed.includes('[worker] ready')) return worker;
  }
  throw new Error(`the worker ended:\n${printed}`);
}

const ENTRIES = 10_000;
const BIG = Array.from(
  { length: ENTRIES },
  (_, i) =>
    `TY  - JOUR\nAN  - A${i}\nTI  - Knee pads and floor number ${i}: a cohort study\nAU  - Falk, Iben\nPY  - 2020\nAB  - ${'Tilers kneel all day. '.repeat(30)}\nER  - \n`,
).join('\n');

async function until<T>(ask: () => Promise<T>, ok: (answer: T) => boolean, seconds: number): Promise<T> {
  for (const end = Date.now() + seconds * 1000; ; ) {
    const answer = await ask();
    if (ok(answer)) return answer;
    if (Date.now() > end) throw new Error(`not within ${seconds} seconds: ${JSON.stringify(answer)}`);
    await new Promise((resolve) => setTimeout(resolve, 40));
  }
}

test('a worker that is killed half-way leaves nothing behind, and the next one does the job', async () => {
  const { id } = await aReview(db.context());
  const database = await saveDatabase(db.context(), id, {
    id: null,
    name: 'Vellmora',
    tag: 'VH',
    profile: DEFAULT_PROFILE,
  });
  if (!database.ok) throw new Error(database.message);
  expect(await receiveFile(db.context(), id, { databaseId: database.id }, 'big.ris', Readable.from([Buffer.from(BIG)]))).toMatchObject({
    ok: true,
  });
  const job = () => db.context().em.findOneOrFail(Job, { reviewId: id, kind: 'import-file' });

  const first = await startWorker();
  await until(job, (j) => j.state === 'running', 20);
  first.kill('SIGKILL');
  await once(first, 'exit');
  expect((await job()).state).toBe('running');
  expect(await overview(db.context(), id)).toMatchObject({ records: 0, works: 0 });

  const second = await startWorker();
  // A job is taken for lost when it was not heard of for twenty seconds.
  await until(
    () => db.context().em.find(Job, { reviewId: id }),
    (all) => all.length === 2 && all.every((j) => j.state === 'done'),
    90,
  );
  expect(await db.context().em.findOneOrFail(ImportFile, { reviewId: id })).toMatchObject({ state: 'imported', parsed: ENTRIES });
  const o = await overview(db.context(), id);
  expect(o).toMatchObject({ records: ENTRIES, works: ENTRIES });
  expect(o.identities.filter((i) => !i.holds)).toEqual([]);
  second.kill('SIGTERM');
  const [code] = await once(second, 'exit');
  expect(code).toBe(0);
}, 300_000);
