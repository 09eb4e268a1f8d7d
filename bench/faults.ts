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
import { Decision, ImportFile, Job, RulingRow } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { overview } from '@/stages/review/queries/overview';
import { seeded } from '@/testing/seeded';
import { ensureBuild, keepRunning, runTypeScript, startWeb, startWorker } from '../scripts/application.mjs';
import { freePort, startPostgres } from '../scripts/postgres.mjs';
import { aLargeReview, post } from './large-review';
import { row } from './print';
import { MEASURED, signIn } from './signed-in';

const KILLS = Number(process.env.FAULTS ?? 200);
const PER_FILE = 200;
/** What was said to be done. */
interface Acknowledged {
  files: string[];
  decisions: { workNo: number; seq: number }[];
  rulings: number[];
  failed: number;
  exports: number;
}

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
  const said: Acknowledged = { files: [], decisions: [], rulings: [], failed: 0, exports: 0 };
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

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Somebody who does one thing after another, and goes on when the application was not there. */
async function repeat(over: () => boolean, said: Acknowledged, act: (turn: number) => Promise<void>) {
  for (let turn = 1; !over(); turn++) {
    await act(turn).catch(() => said.failed++);
    await pause(300);
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

async function sendFile(address: string, id: string, databaseId: string, turn: number, said: Acknowledged) {
  const entries = Array.from({ length: PER_FILE }, (_, i) => {
    const word = `${turn}-${i}-${((turn * 7919 + i) * 2654435761) % 1e9}`;
    return `TY  - JOUR\nAN  - ${word}\nTI  - Lamps of kind ${word} in mills\nAU  - Falk${word}, Iben\nPY  - 2020\nER  - \n`;
  });
  const query = new URLSearchParams({ name: `file-${turn}.ris`, database: databaseId });
  const answer = await fetch(`${address}/api/reviews/${id}/files?${query}`, { method: 'PUT', body: entries.join('\n') });
  const json = (await answer.json()) as { ok: boolean; fileId: string };
  if (answer.status === 202) said.files.push(json.fileId);
  await pause(3000);
}

async function decide(address: string, id: string, turn: number, said: Acknowledged) {
  const workNo = 1 + (turn % 1500);
  const asked = await fetch(`${address}/api/reviews/${id}/ask/work?input=${JSON.stringify({ no: workNo })}`);
  const { work } = (await asked.json()) as { work?: { history: { seq: number }[] } };
  if (!work) return;
  const seenSeq = Math.max(0, ...work.history.map((h) => h.seq));
  const verdict = turn % 3 ? 'keep' : 'wait';
  const answer = await post(address, id, 'decide', { workNo, verdict, reasonCode: '', grounds: `Turn ${turn}.`, seenSeq });
  if (answer.ok) said.decisions.push({ workNo, seq: seenSeq + 1 });
}

async function rule(address: string, id: string, turn: number, said: Acknowledged) {
  const input = {
    axis: 'peerReview',
    codes: ['refereed'],
    workNo: 1 + ((turn * 13) % 1500),
    cause: null,
    standing: false,
    reason: 'Known.',
  };
  const answer = (await post(address, id, 'rule-axis', input)) as { ok: boolean; seq?: number };
  if (answer.ok) said.rulings.push(answer.seq!);
  await pause(1500);
}

async function readExport(address: string, id: string, said: Acknowledged) {
  const answer = await fetch(`${address}/api/reviews/${id}/export/csv?states=all`);
  await answer.text();
  if (answer.ok) said.exports++;
  await pause(2000);
}

/** Waits, without help, until no job is open; then everything acknowledged is looked for. */
async function judgeAfter(context: () => Context, id: string, said: Acknowledged) {
  const begun = Date.now();
  const open = () => context().em.count(Job, { reviewId: id, state: { $in: ['queued', 'running'] } });
  while ((await open()) > 0 && Date.now() - begun < 300_000) await pause(500);
  const files = await context().em.find(ImportFile, { reviewId: id, id: { $in: said.files } });
  const whole = files.filter((f) => f.state === 'imported' && f.parsed === PER_FILE).length;
  const decisions = await context().em.find(Decision, { reviewId: id });
  const kept = new Set(decisions.map((d) => `${d.workNo}/${d.seq}`));
  const rulings = new Set((await context().em.find(RulingRow, { reviewId: id })).map((r) => r.seq));
  const { identities, records } = await overview(context(), id);
  const states = await context().em.execute<{ state: string; n: number }[]>(
    'select state, count(*)::int as n from job where review_id = ? group by state order by state',
    [id],
  );
  row('files that were taken, imported whole', `${whole} of ${said.files.length}`);
  row(
    'decisions that were acknowledged, there',
    `${said.decisions.filter((d) => kept.has(`${d.workNo}/${d.seq}`)).length} of ${said.decisions.length}`,
  );
  row('rulings that were acknowledged, there', `${said.rulings.filter((r) => rulings.has(r)).length} of ${said.rulings.length}`);
  row('exports read to their end', String(said.exports));
  row(
    'sums that do not hold',
    `${identities.filter((i) => !i.holds).length} of ${identities.length}, of ${records.toLocaleString('en-GB')} records`,
  );
  row(`jobs, ${((Date.now() - begun) / 1000).toFixed(0)} s after the last kill`, states.map((s) => `${s.n} ${s.state}`).join(', '));
}
