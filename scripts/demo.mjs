/** npm run demo: installs what is missing, starts everything, loads the demo review and prints the address. */
import { join } from 'node:path';
import { ensureBuild, keepRunning, onLoopbackOnly, runTypeScript, startWeb, startWorker } from './application.mjs';
import { checkOwnDatabase, findPostgres, freePort, startPostgres } from './postgres.mjs';
import { checkNode, ensurePackages, ensurePostgres, main, ROOT } from './system.mjs';

const DATA = process.env.NARROW_SIEVE_DATA ?? join(ROOT, '.data');
const development = process.argv.includes('--dev');
onLoopbackOnly(process.env);
const running = [];
let database = null;
let stopping = null;

/** Stops what was started, the newest first; a server that ran before is left running. */
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
  let url = process.env.DATABASE_URL;
  // On a server of one's own the application works as whoever DATABASE_URL names.
  let application = { role: '', url };
  if (url) await checkOwnDatabase(url);
  else {
    ensurePostgres(findPostgres);
    database = await startPostgres({ folder: join(DATA, 'postgres'), firstPort: 54329, database: 'narrow_sieve', durable: true });
    ({ url, application } = database);
  }
  try {
    process.stdout.write(
      runTypeScript('src/platform/db/migrate.ts', ['up'], {
        DATABASE_URL: url,
        APPLICATION_ROLE: application.role,
        NARROW_SIEVE_DATA: DATA,
      }),
    );
    // Whoever is at this machine may be one of the people of the demo: nobody else may reach it.
    const env = { DATABASE_URL: application.url, NARROW_SIEVE_DATA: DATA, NARROW_SIEVE_DEMO: '1' };
    process.stdout.write(runTypeScript('demo/load.ts', [], env));
    if (!development) ensureBuild();
    const port = process.env.PORT ? Number(process.env.PORT) : await freePort(3210);
    if (database?.started) running.push(database.keepRunning());
    running.push(await keepRunning('worker', () => startWorker(env)));
    running.push(await keepRunning('web server', () => startWeb(port, env, { development })));
    console.log(
      `\nNarrow Sieve is at http://127.0.0.1:${port}\nCtrl-C stops it. Data are kept in ${database ? DATA : `the database of DATABASE_URL, imported files in ${DATA}`}.`,
    );
  } catch (error) {
    await stop();
    throw error;
  }
});
