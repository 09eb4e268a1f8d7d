/**
 * npm start: the application for a team. HOST and PORT say where it listens (127.0.0.1:3210), PUBLIC_URL how people reach
 * it, DATABASE_URL where its PostgreSQL is; without one a server of its own is started in NARROW_SIEVE_DATA. DATABASE_OWNER_URL
 * is who owns the tables, for migrations, where the application itself shall own nothing.
 */
import { join } from 'node:path';
import { ensureBuild, keepRunning, runTypeScript, startWeb, startWorker } from './application.mjs';
import { checkOwnDatabase, findPostgres, freePort, startPostgres } from './postgres.mjs';
import { Advice, checkNode, ensurePackages, ensurePostgres, main, ROOT } from './system.mjs';

const DATA = process.env.NARROW_SIEVE_DATA ?? join(ROOT, '.data');
/** One host may do the work in the background and another answer: both, unless said. */
const [PARTS] = process.argv.slice(2);
const running = [];
let database = null;
let stopping = null;

function stop() {
  stopping ??= (async () => {
    console.log('\nStopping …');
    for (const part of running.reverse()) await part.stop();
    if (database?.started) database.stop();
  })();
  return stopping;
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stop().then(() => process.exit(0)));

await main(async () => {
  checkNode();
  ensurePackages();
  if (PARTS && !['web', 'worker'].includes(PARTS))
    throw new Advice('Start all of it with "npm start", or a part of it with "npm start web" or "npm start worker".');
  const publicUrl = process.env.PUBLIC_URL;
  if (publicUrl && !URL.canParse(publicUrl))
    throw new Advice(`PUBLIC_URL: "${publicUrl}" is not an address like https://sieve.example.org.`);
  if (process.env.HOST && !publicUrl) throw new Advice('HOST says where to listen; say in PUBLIC_URL under which address people reach it.');
  let url = process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL;
  let application = {
    role: process.env.DATABASE_OWNER_URL ? new URL(process.env.DATABASE_URL).username : '',
    url: process.env.DATABASE_URL ?? url,
  };
  if (url) await checkOwnDatabase(url);
  else {
    ensurePostgres(findPostgres);
    database = await startPostgres({ folder: join(DATA, 'postgres'), firstPort: 54329, database: 'narrow_sieve', durable: true });
    ({ url, application } = database);
  }
  try {
    const port = process.env.PORT ? Number(process.env.PORT) : await freePort(3210);
    const env = { DATABASE_URL: application.url, NARROW_SIEVE_DATA: DATA, NARROW_SIEVE_DEMO: '', PORT: String(port) };
    process.stdout.write(
      runTypeScript('src/platform/db/migrate.ts', ['up'], {
        DATABASE_URL: url,
        APPLICATION_ROLE: application.role,
        NARROW_SIEVE_DATA: DATA,
      }),
    );
    if (PARTS !== 'worker') ensureBuild();
    if (database?.started) running.push(database.keepRunning());
    if (PARTS !== 'web') running.push(await keepRunning('worker', () => startWorker(env)));
    if (PARTS !== 'worker') {
      running.push(await keepRunning('web server', () => startWeb(port, env)));
      console.log(`\nNarrow Sieve is at ${publicUrl ?? `http://127.0.0.1:${port}`}`);
      // Somebody must be able to let the others in: until there is an administrator, whoever has this link becomes one.
      process.stdout.write(runTypeScript('src/platform/sign-in/first-link.ts', [], env));
    }
    console.log('Ctrl-C stops it.');
  } catch (error) {
    await stop();
    throw error;
  }
});
