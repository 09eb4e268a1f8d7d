import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { decideWork } from '@/stages/decide/commands/decide';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';

let db: TestDatabase;
let url: string;
/** Of which every database of a test is a copy. */
const migrated = process.env.DATABASE_URL!;
const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-backup-'));
beforeAll(async () => {
  db = await openTestDatabase();
  url = process.env.DATABASE_URL!;
});
afterAll(() => db.close());

function backup(action: 'backup' | 'restore', file: string, database: string) {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/backup.mjs', action, file], {
    env: { ...process.env, DATABASE_URL: database, INIT_CWD: folder },
    encoding: 'utf8',
  });
  return { status, said: `${stdout}${stderr}` };
}

/** An empty database beside the one in hand; what is asked of it is asked while it is the one. */
async function another<T>(work: (database: string, other: TestDatabase) => Promise<T>): Promise<T> {
  process.env.DATABASE_URL = migrated;
  const other = await openTestDatabase();
  try {
    return await work(process.env.DATABASE_URL!, other);
  } finally {
    await other.close();
    process.env.DATABASE_URL = url;
  }
}

/** A sum over all rows of every table. */
async function everything(one: TestDatabase): Promise<Record<string, string>> {
  const { em } = one.context();
  const tables = await em.execute<{ name: string }[]>("select tablename as name from pg_tables where schemaname = 'public' order by 1");
  const sums: Record<string, string> = {};
  for (const { name } of tables) {
    const [row] = await em.execute<{ sum: string }[]>(
      `select count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') as sum from "${name}" t`,
    );
    sums[name] = row!.sum;
  }
  return sums;
}

test('what was backed up is restored whole, every row of it, and what is there is never written over', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', [1, 2, 3].map((n) => risEntry(n, `Knee pads, part ${n}`, 'PY  - 2021')).join('\n'));
  await decideWork(db.context(), id, { workNo: 1, verdict: 'keep', reasonCode: '', grounds: 'It fits.', seenSeq: 0 });
  const before = await everything(db);

  expect(backup('backup', 'all.backup', url)).toMatchObject({ status: 0, said: expect.stringMatching(/^Reviews in .*: 1 \(/) });
  const file = join(folder, 'all.backup');
  expect(statSync(file).mode & 0o077).toBe(0);
  expect(readdirSync(folder)).toEqual(['all.backup']);
  expect(backup('backup', 'all.backup', url)).toMatchObject({ status: 1, said: expect.stringContaining('is there already') });

  await another(async (database, other) => {
    expect(backup('restore', file, database)).toMatchObject({ status: 0, said: expect.stringMatching(/Reviews restored from .*: 1\./) });
    expect(await everything(other)).toEqual(before);
    const [row] = await other.context().em.execute<{ grounds: string }[]>('select grounds from decision');
    expect(row).toEqual({ grounds: 'It fits.' });
    expect(backup('restore', file, database)).toMatchObject({ status: 1, said: expect.stringContaining('Reviews in the database: 1.') });
  });

  // A file that ends half-way changes nothing.
  const half = join(folder, 'half.backup');
  writeFileSync(half, readFileSync(file).subarray(0, Math.floor(statSync(file).size / 2)));
  const none = join(folder, 'none.backup');
  writeFileSync(none, 'not a backup');
  await another(async (database, other) => {
    expect(backup('restore', none, database)).toMatchObject({ status: 1, said: expect.stringContaining('no backup, or it is damaged') });
    expect(backup('restore', half, database).status).toBe(1);
    expect(await other.context().em.execute('select id from review')).toEqual([]);
    expect(backup('restore', file, database).status).toBe(0);
  });
});
