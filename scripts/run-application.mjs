/** What the demo and a team's installation have in common: a database, migrated; the worker and the web server, kept running. */
import { join } from 'node:path';
import { ensureBuild, keepRunning, runTypeScript, startWeb, startWorker } from './application.mjs';
import { checkOwnDatabase, findPostgres, freePort, startPostgres } from './postgres.mjs';
import { Advice, checkNode, ensurePackages, ensurePostgres, main, ROOT } from './system.mjs';

export const DATA = process.env.NARROW_SIEVE_DATA ?? join(ROOT, '.data');

/**
 * The databases of reviews beside the first: REVIEW_DATABASES names them, as name=url with spaces between them, and
 * REVIEW_DATABASES_OWNER in the same way who owns their tables, where that is somebody else.
 * @param {Record<string, string | undefined>} env
 */
export function otherDatabases({ REVIEW_DATABASES = '', REVIEW_DATABASES_OWNER = '' }) {
  const named = (variable, text) =>
    text
      .split(/\s+/)
      .filter(Boolean)
      .map((entry) => {
        const [, name, url] = /^([a-z][a-z0-9-]{0,39})=(.+)$/.exec(entry) ?? [];
        if (!name || name === 'home' || !URL.canParse(url))
          throw new Advice(
            `${variable}: "${name ?? entry.split('=')[0]}" is not of the form name=postgres://…; "home" is the one of DATABASE_URL.`,
          );
        return { name, url };
      });
  const owners = new Map(named('REVIEW_DATABASES_OWNER', REVIEW_DATABASES_OWNER).map((o) => [o.name, o.url]));
  return named('REVIEW_DATABASES', REVIEW_DATABASES).map(({ name, url }) => {
    const owner = owners.get(name);
    return { name, url, owner: owner ?? url, role: owner ? decodeURIComponent(new URL(url).username) : '' };
  });
}

/**
 * Starts the application and keeps it running until a signal ends it.
 * @param {object} how
 * @param {Record<string, string>} [how.env] what the parts are told beside
 * @param {boolean} [how.web] whether this host answers requests
 * @param {boolean} [how.worker] whether it does the work in the background
 * @param {boolean} [how.development]
 * @param {() => Promise<{ part: { stop(): Promise<void> }, env: Record<string, string> }>} [how.beside] started before the rest,
 *   with what the rest is told of it
 * @param {(env: Record<string, string>) => void} [how.before] done when the database is migrated
 * @param {(port: number, env: Record<string, string>, own: boolean) => void} how.running done when all parts run; own:
 *   whether the database is one of its own
 */
export function runApplication({ env: more = {}, web = true, worker = true, development = false, beside, before, running: started }) {
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

  return main(async () => {
    checkNode();
    ensurePackages();
    const { DATABASE_URL, DATABASE_OWNER_URL } = process.env;
    let url = DATABASE_OWNER_URL ?? DATABASE_URL;
    // On a server of one's own the application works as whoever DATABASE_URL names.
    let application = { role: DATABASE_OWNER_URL ? new URL(DATABASE_URL).username : '', url: DATABASE_URL };
    if (url) await checkOwnDatabase(url);
    else {
      ensurePostgres(findPostgres);
      database = await startPostgres({ folder: join(DATA, 'postgres'), firstPort: 54329, database: 'narrow_sieve', durable: true });
      ({ url, application } = database);
    }
    try {
      const others = otherDatabases(process.env);
      for (const [owner, role] of [[url, application.role], ...others.map((o) => [o.owner, o.role])]) {
        if (owner !== url) await checkOwnDatabase(owner);
        const migrated = { DATABASE_URL: owner, APPLICATION_ROLE: role, NARROW_SIEVE_DATA: DATA };
        process.stdout.write(runTypeScript('src/platform/db/migrate.ts', ['up'], migrated));
      }
      const port = process.env.PORT ? Number(process.env.PORT) : await freePort(3210);
      const env = { DATABASE_URL: application.url, NARROW_SIEVE_DATA: DATA, PORT: String(port), ...more };
      const other = await beside?.();
      if (other) {
        running.push(other.part);
        Object.assign(env, other.env);
      }
      before?.(env);
      if (web && !development) ensureBuild();
      if (database?.started) running.push(database.keepRunning());
      // A worker for each database: what is queued there is done there.
      const alone = { ...env, REVIEW_DATABASES: '' };
      if (worker) running.push(await keepRunning('worker', () => startWorker(alone)));
      for (const { name, url: at } of worker ? others : [])
        running.push(await keepRunning(`worker of ${name}`, () => startWorker({ ...alone, DATABASE_URL: at })));
      if (web) running.push(await keepRunning('web server', () => startWeb(port, env, { development })));
      started(port, env, database !== null);
    } catch (error) {
      await stop();
      throw error;
    }
  });
}
