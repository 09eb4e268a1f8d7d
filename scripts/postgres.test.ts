import { chmodSync, cpSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { runTypeScript } from './application.mjs';
import { startPostgres } from './postgres.mjs';

/** A server of its own, as the start command makes one. */
const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-postgres-'));
// As root, the server's user must be able to reach it.
chmodSync(folder, 0o755);
type Server = Awaited<ReturnType<typeof startPostgres>>;
const start = (at: string) => startPostgres({ folder: at, firstPort: 54900, database: 'narrow_sieve', durable: false });
let server: Server;
beforeAll(async () => {
  server = await start(join(folder, 'postgres'));
  runTypeScript('src/platform/db/migrate.ts', ['up'], { DATABASE_URL: server.url, APPLICATION_ROLE: server.application.role });
});
afterAll(() => {
  server.stop();
  rmSync(folder, { recursive: true, force: true });
});

const asked = async (address: string, ...statements: string[]) => {
  const client = new Client({ connectionString: address });
  try {
    await client.connect();
    let rows: unknown[] = [];
    for (const statement of statements) ({ rows } = await client.query(statement));
    return rows;
  } catch (error) {
    return (error as Error).message;
  } finally {
    await client.end().catch(() => {});
  }
};
const without = (address: string) => Object.assign(new URL(address), { password: '' }).href;

test('nobody connects without a password, and only the owner of the folder can read it', async () => {
  for (const address of [server.url, server.application.url]) {
    expect(await asked(address, 'select 1 as one')).toEqual([{ one: 1 }]);
    expect(await asked(without(address), 'select 1')).toMatch(/password/);
    expect(await asked(Object.assign(new URL(address), { password: 'guess' }).href, 'select 1')).toMatch(/authentication failed/);
  }
  expect(statSync(join(folder, 'postgres', 'passwords.json')).mode & 0o777).toBe(0o600);
  expect(statSync(join(folder, 'postgres')).mode & 0o077).toBe(0);
});

test('the application works with the tables, and can do nothing else', async () => {
  const may = (...statements: string[]) => asked(server.application.url, ...statements);
  expect(await may('select count(*)::int as n from review')).toEqual([{ n: 0 }]);
  expect(await may('create temporary table t (a int) on commit drop', 'select 1 as one')).toEqual([{ one: 1 }]);
  for (const wrong of [
    'create table public.t (a int)',
    'truncate decision',
    'drop table decision',
    'alter table decision disable trigger all',
    'create role other superuser',
    "copy review to program 'true'",
    "select pg_read_file('/etc/hostname')",
    "insert into mikro_orm_migrations (name) values ('x')",
  ])
    expect([wrong, await may(wrong)]).toEqual([wrong, expect.stringMatching(/permission denied|must be owner|must be superuser/)]);
});

test('evidence is deleted with its review alone, whatever a session says of itself', async () => {
  const id = '11111111-1111-4111-8111-111111111111';
  const insert = `insert into reason_change (review_id, seq, code, kind, before, after, person, at) values ('${id}', 1, 'a', 'added', '', 'A', 'p', now())`;
  const row = await asked(
    server.application.url,
    'begin',
    'set constraints all deferred',
    insert,
    'select count(*)::int as n from reason_change',
  );
  expect(row).toEqual([{ n: 1 }]);
  const deleting = ['begin', 'set constraints all deferred', insert, `select set_config('narrow_sieve.deleting', '${id}', true)`];
  expect(await asked(server.application.url, ...deleting, 'delete from reason_change')).toMatch(/never changed or deleted/);
  expect(await asked(server.url, 'truncate reason_change')).toMatch(/never changed or deleted/);
  const whole = [
    'begin',
    'set constraints all deferred',
    insert,
    `select delete_review('${id}')`,
    'select count(*)::int as n from reason_change',
  ];
  expect(await asked(server.application.url, ...whole)).toEqual([{ n: 0 }]);
});

test('a second start finds the server that runs; a copy of its folder gets one of its own', async () => {
  const again = await start(join(folder, 'postgres'));
  expect(again).toMatchObject({ started: false, url: server.url });
  cpSync(join(folder, 'postgres'), join(folder, 'copy'), { recursive: true, preserveTimestamps: true });
  const copy = await start(join(folder, 'copy'));
  try {
    expect(copy.started).toBe(true);
    expect(new URL(copy.url).port).not.toBe(new URL(server.url).port);
    await asked(copy.url, 'create table only_in_the_copy (a int)');
    expect(await asked(server.url, "select to_regclass('only_in_the_copy') as t")).toEqual([{ t: null }]);
  } finally {
    copy.stop();
  }
});

test('a folder that an earlier version left open to every account is closed', async () => {
  const data = join(folder, 'postgres', 'data');
  server.stop();
  writeFileSync(join(data, 'pg_hba.conf'), 'host all all 127.0.0.1/32 trust\n');
  rmSync(join(folder, 'postgres', 'passwords.json'));
  server = await start(join(folder, 'postgres'));
  expect(readFileSync(join(data, 'pg_hba.conf'), 'utf8')).toContain('scram-sha-256');
  expect(await asked(without(server.url), 'select 1')).toMatch(/password/);
  expect(await asked(server.application.url, 'select count(*)::int as n from review')).toEqual([{ n: 0 }]);
});

test('it is started again when it is killed', async () => {
  const part = server.keepRunning();
  try {
    process.kill(server.pid()!, 'SIGKILL');
    for (let tries = 0; typeof (await asked(server.url, 'select 1 as one')) === 'string'; tries++) {
      if (tries > 100) throw new Error('it did not come back');
      await new Promise((done) => setTimeout(done, 200));
    }
    expect(await asked(server.application.url, 'select 1 as one')).toEqual([{ one: 1 }]);
  } finally {
    await part.stop();
  }
});
