/** The application as the browser tests see it: for each worker a database of its own with the demo review, on free ports. */
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { runTypeScript, startStandins, startWeb, startWorker, stopProgram } from './application.mjs';
import { freePort } from './postgres.mjs';

/** As many journeys go side by side; Playwright's configuration says the same. */
const PLACES = 1;
/** The databases that are searched need not be as large as in the demo. */
const SCALE = 0.2;

/**
 * @param {{ url: string, application: { role: string, url: string } }} server a running PostgreSQL server
 * @param {string} folder for files
 */
export async function startForTests(server, folder) {
  const names = Array.from({ length: PLACES }, (_, i) => `narrow_sieve_e2e${i ? `_${i + 1}` : ''}`);
  const at = (url, name) => Object.assign(new URL(url), { pathname: `/${name}` }).href;
  const standins = await freePort(3290);
  const programs = [await startStandins(standins, SCALE, 300)];
  // As the start command does: in a role that owns nothing.
  const envOf = (name) => ({
    DATABASE_URL: at(server.application.url, name),
    NARROW_SIEVE_DATA: join(folder, name),
    NARROW_SIEVE_DEMO: '1',
    SEARCH_STANDINS: String(standins),
    SEARCH_SERVERS: `127.0.0.1:${standins}`,
  });
  const admin = new pg.Client({ connectionString: server.url });
  await admin.connect();
  for (const name of names) await admin.query(`drop database if exists ${name} with (force)`);
  await admin.query(`create database ${names[0]}`);
  rmSync(join(folder, names[0]), { recursive: true, force: true });
  runTypeScript('src/platform/db/migrate.ts', ['up'], {
    DATABASE_URL: at(server.url, names[0]),
    APPLICATION_ROLE: server.application.role,
  });
  runTypeScript('demo/load.ts', [], envOf(names[0]));
  // The demo is loaded once; the others are copies of it.
  for (const name of names.slice(1)) {
    await admin.query(`create database ${name} template ${names[0]}`);
    rmSync(join(folder, name), { recursive: true, force: true });
    cpSync(join(folder, names[0]), join(folder, name), { recursive: true });
  }
  await admin.end();
  const places = [];
  for (const [i, name] of names.entries()) {
    const env = envOf(name);
    const port = await freePort(3310 + 20 * i);
    programs.push(await startWorker(env), await startWeb(port, env));
    places.push({ url: `http://127.0.0.1:${port}`, ...env });
  }
  return {
    env: { E2E_PLACES: JSON.stringify(places) },
    async stop() {
      for (const child of programs.reverse()) await stopProgram(child);
    },
  };
}
