/**
 * npm run backup -- FILE and npm run restore -- FILE: everything there is, as one consistent set, in one file. Records,
 * decisions, files as received and PDFs all stand in the database, so that its dump is the whole.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { runTypeScript } from './application.mjs';
import { checkOwnDatabase, findPostgres, startPostgres } from './postgres.mjs';
import { Advice, checkNode, ensurePackages, main, ROOT, run } from './system.mjs';

const DATA = process.env.NARROW_SIEVE_DATA ?? join(ROOT, '.data');
/** What is ours of a database. */
const SCHEMAS = ['public', 'pgboss'];

const [action, name] = process.argv.slice(2);
await main(async () => {
  checkNode();
  if (!['backup', 'restore'].includes(action) || !name)
    throw new Advice('Say which file: npm run backup -- FILE, or npm run restore -- FILE.');
  const file = resolve(process.env.INIT_CWD ?? process.cwd(), name);
  ensurePackages();
  await withDatabase(action === 'backup' ? (url) => backUp(url, file) : (url, role) => restore(url, role, file));
});

/** @param {(url: string, role: string) => Promise<void>} work is given the database of DATABASE_URL, or our own, which is started for it if it does not run */
async function withDatabase(work) {
  const own = process.env.DATABASE_URL;
  if (own) {
    await checkOwnDatabase(own);
    return work(own, '');
  }
  if (!existsSync(join(DATA, 'postgres')) && action === 'backup')
    throw new Advice(`There is no database in ${DATA}, and DATABASE_URL is not set.`);
  const server = await startPostgres({ folder: join(DATA, 'postgres'), firstPort: 54329, database: 'narrow_sieve', durable: true });
  try {
    await work(server.url, server.application.role);
  } finally {
    if (server.started) server.stop();
  }
}

async function backUp(url, file) {
  if (existsSync(file)) throw new Advice(`${file} is there already. Give another name: a backup never writes over another.`);
  const part = `${file}.part`;
  // From its first byte on it is nobody else's to read.
  process.umask(0o077);
  try {
    program('pg_dump', ['--format=custom', '--no-owner', '--no-privileges', ...SCHEMAS.map((s) => `--schema=${s}`), `--file=${part}`], url);
    // Whoever finds a file of this name finds a whole one.
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
  console.log(`Reviews in ${file}: ${await reviewsIn(url)} (${(statSync(file).size / 1e6).toFixed(1)} MB).`);
}

async function restore(url, role, file) {
  if (!existsSync(file)) throw new Advice(`There is no file ${file}.`);
  const there = await reviewsIn(url);
  if (there > 0) throw new Advice(`Reviews in the database: ${there}. Restore into an empty one: nothing is written over.`);
  try {
    program('pg_restore', ['--list', file], url);
  } catch {
    throw new Advice(`${file} is no backup, or it is damaged. Nothing was changed.`);
  }
  await refill(url, file);
  // A backup of an earlier version is brought forward, and the application may use what was made.
  process.stdout.write(
    runTypeScript('src/platform/db/migrate.ts', ['up'], { DATABASE_URL: url, APPLICATION_ROLE: role, NARROW_SIEVE_DATA: DATA }),
  );
  console.log(
    `Reviews restored from ${file}: ${await reviewsIn(url)}. They are classified anew at the next start if the rules have changed since.`,
  );
}

/** Puts what a backup holds in the place of our schemas, in one transaction: without its last word nothing has changed. */
async function refill(url, file) {
  const reader = spawn(programOf('pg_restore'), ['--no-owner', '--no-privileges', '--file=-', file], { stdio: ['ignore', 'pipe', 'pipe'] });
  const writer = spawn(programOf('psql'), ['-X', '-q', '-v', 'ON_ERROR_STOP=1'], { env: envOf(url), stdio: ['pipe', 'ignore', 'pipe'] });
  const said = { reader: '', writer: '' };
  reader.stderr.on('data', (chunk) => {
    said.reader += chunk;
  });
  writer.stderr.on('data', (chunk) => {
    said.writer += chunk;
  });
  // One that ended early takes no more: why is read from what it said.
  writer.stdin.on('error', () => {});
  const ended = Promise.all([once(reader, 'close'), once(writer, 'close')]);
  writer.stdin.write(`begin;\n${SCHEMAS.map((s) => `drop schema if exists ${s} cascade;\n`).join('')}`);
  reader.stdout.pipe(writer.stdin, { end: false });
  reader.once('close', (code) => writer.stdin.end(code === 0 ? 'commit;\n' : 'rollback;\n'));
  const [[read], [written]] = await ended;
  if (read !== 0 || written !== 0)
    throw new Advice(`${file} could not be restored; nothing was changed.\n${said.reader}${said.writer}`.trim());
}

function programOf(name) {
  const bin = findPostgres();
  return bin ? join(bin, name) : name;
}

/** Where a program of PostgreSQL's finds a database. The password is told to nobody who lists processes. */
function envOf(url) {
  const { hostname, port, username, password, pathname } = new URL(url);
  const who = { PGUSER: decodeURIComponent(username), PGPASSWORD: decodeURIComponent(password) };
  return { ...process.env, ...who, PGHOST: hostname, PGPORT: port || '5432', PGDATABASE: pathname.slice(1) };
}

function program(name, args, url) {
  run(programOf(name), args, { env: envOf(url) });
}

/** How many reviews a database has; none where it has no tables yet. */
async function reviewsIn(url) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query("select to_regclass('public.review') is not null as made");
    if (!rows[0].made) return 0;
    return Number((await client.query('select count(*) as n from review')).rows[0].n);
  } finally {
    await client.end();
  }
}
