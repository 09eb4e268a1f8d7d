/** The application as the browser tests see it: a database of its own with the demo review, on free ports. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { runTypeScript, startWeb, startWorker, stopProgram } from './application.mjs';
import { freePort } from './postgres.mjs';

/**
 * @param {{ url: string, application: { role: string, url: string } }} server a running PostgreSQL server
 * @param {string} folder for files
 */
export async function startForTests(server, folder) {
  const url = new URL(server.url);
  url.pathname = '/narrow_sieve_e2e';
  const admin = new pg.Client({ connectionString: server.url });
  await admin.connect();
  await admin.query('drop database if exists narrow_sieve_e2e with (force)');
  await admin.query('create database narrow_sieve_e2e');
  await admin.end();
  const data = join(folder, 'e2e');
  rmSync(data, { recursive: true, force: true });
  runTypeScript('src/platform/db/migrate.ts', ['up'], { DATABASE_URL: url.href, APPLICATION_ROLE: server.application.role });
  // As the start command does: in a role that owns nothing.
  const own = Object.assign(new URL(server.application.url), { pathname: url.pathname });
  const env = { DATABASE_URL: own.href, NARROW_SIEVE_DATA: data };
  runTypeScript('demo/load.ts', [], env);
  const port = await freePort(3310);
  const programs = [await startWorker(env), await startWeb(port, env)];
  return {
    env: { ...env, E2E_URL: `http://127.0.0.1:${port}` },
    async stop() {
      for (const child of programs.reverse()) await stopProgram(child);
    },
  };
}
