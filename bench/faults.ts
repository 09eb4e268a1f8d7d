/**
 * The parts of the application killed with -9, one after another at random, while files are imported, works decided and
 * ruled on, and exports read. At the end every word that was acknowledged must be there, every sum right, no job stuck.
 * It has a database server of its own, since that is killed too. FAULTS says how many kills, FAULTS_SEED which.
 */

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MikroORM } from '@mikro-orm/postgresql';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { Context } from '@/platform/context';
import { ormConfig } from '@/platform/db/config';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { seeded } from '@/testing/seeded';
import { ensureBuild, keepRunning, runTypeScript, startWeb, startWorker } from '../scripts/application.mjs';
import { freePort, startPostgres } from '../scripts/postgres.mjs';
import { decide, judgeAfter, nothingYet, pause, readExport, repeat, rule, sendFile } from './at-work';
import { aLargeReview } from './large-review';
import { row } from './print';
import { MEASURED, signIn } from './signed-in';

const KILLS = Number(process.env.FAULTS ?? 200);
export async function faults() {
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-faults-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const database = await startPostgres({
    folder: join(folder, 'postgres'),
    firstPort: 54800,
    database: 'narrow_sieve_faults',
    durable: true,
  });
  const { role, url } = database.application;
  const env = { DATABASE_URL: url, NARROW_SIEVE_DATA: folder, ...MEASURED };
  process.env.DATABASE_URL = url;
  runTypeScript('src/platform/db/migrate.ts', ['up'], { DATABASE_URL: database.url, APPLICATION_ROLE: role });
  const context = await contextOf(url);
  const id = await aLargeReview(context.make, folder, { VH: 2000 });
  const other = await saveDatabase(context.make(), id, { id: null, name: 'Ostrane', tag: 'OF', profile: DEFAULT_PROFILE });
  if (!other.ok) throw new Error(other.message);
  const measurer = context.make().em;
  const port = await freePort(53600);
  const parts = [
    database.keepRunning(),
    await keepRunning('worker', () => startWorker(env)),
    await keepRunning('web server', () => startWeb(port, env)),
  ] as const;
  const address = `http://127.0.0.1:${port}`;
  await signIn(measurer, address);
  await context.close();
  const said = nothingYet();
  let over = false;
  const people = [
    repeat(
      () => over,
      said,
      (turn) => sendFile(address, id, other.id, turn, said),
    ),
    repeat(
      () => over,
      said,
      (turn) => decide(address, id, turn, said),
    ),
    repeat(
      () => over,
      said,
      (turn) => rule(address, id, turn, said),
    ),
    repeat(
      () => over,
      said,
      () => readExport(address, id, said),
    ),
  ];
  const killed = await killAtRandom({ worker: parts[1].pid, 'web server': parts[2].pid, PostgreSQL: database.pid });
  over = true;
  await Promise.all(people);
  row(
    `${KILLS} kills: ${Object.entries(killed)
      .map(([name, n]) => `${name} ${n}`)
      .join(', ')}`,
    `${said.failed} requests were not answered`,
  );
  // The last kill may have been of the database: it is on its way.
  const after = await whenThere(() => contextOf(url));
  try {
    await judgeAfter(after.make, id, said);
  } finally {
    await after.close();
    for (const part of [...parts].reverse()) await part.stop();
    database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function contextOf(url: string) {
  const orm = await MikroORM.init(ormConfig(url));
  const make = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const close = async () => {
    await closeQueue();
    await orm.close(true);
  };
  return { make, close };
}

async function whenThere<T>(connect: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await connect();
    } catch (error) {
      if (tries === 60) throw error;
      await pause(1000);
    }
  }
}

async function killAtRandom(pids: Record<string, () => number | null | undefined>): Promise<Record<string, number>> {
  const random = seeded(Number(process.env.FAULTS_SEED ?? 1));
  const killed: Record<string, number> = {};
  for (let n = 0; n < KILLS; ) {
    await pause(500 + random() * 2500);
    const names = Object.keys(pids);
    const name = names[Math.floor(random() * names.length)]!;
    const pid = pids[name]!();
    if (!pid) continue;
    try {
      process.kill(pid, 'SIGKILL');
    } catch {
      // It is being started again just now.
      continue;
    }
    killed[name] = (killed[name] ?? 0) + 1;
    n++;
  }
  return killed;
}
