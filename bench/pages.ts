/** Every page of a large review: the first time in a process, and after it. Wants DATABASE_URL; PAGES_WORKS says how large. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MikroORM } from '@mikro-orm/postgresql';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { Work } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { ensureBuild, startWeb, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { aLargeReview } from './large-review';
import { row, spread } from './print';
import { MEASURED, signIn } from './signed-in';

const WORKS = Number(process.env.PAGES_WORKS ?? 50_000);
const PAGES = [
  ...['', 'question', 'retrieve', 'others', 'search', 'records', 'merge', 'merge/pairs', 'merge/joins', 'merge/families', 'classify'],
  ...['classify/venues', 'sieve', 'sieve/held', 'sieve/parity', 'decide', 'decide/full-texts', 'decide/ledger', 'library'],
  ...['library/requests', 'write-up', 'write-up/flow', 'write-up/methods', 'checks', 'checks/overlap', 'find?find=light+shift'],
];
const TURNS = 7;

export async function pages() {
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const id = await aLargeReview(context, folder, { VA: WORKS, VB: Math.round(WORKS / 5) });
  const works = (await context().em.count(Work, { reviewId: id, absorbedBy: null })).toLocaleString('en-GB');
  const port = await freePort(53700);
  const address = `http://127.0.0.1:${port}`;
  const web = await startWeb(port, { DATABASE_URL: databaseUrl(), NARROW_SIEVE_DATA: folder, ...MEASURED });
  try {
    await signIn(orm.em.fork(), address);
    // What the framework does once is nobody's page.
    await fetch(`${address}/`);
    for (const path of PAGES) {
      const times: number[] = [];
      for (let turn = 0; turn <= TURNS; turn++) {
        const from = performance.now();
        const answer = await fetch(`${address}/reviews/${id}/${path}`);
        await answer.text();
        if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
        times.push(performance.now() - from);
      }
      row(`/${path || '(the front page)'} of ${works} works: first ${times[0]!.toFixed(0)} ms`, `then ${spread(times.slice(1))}`);
    }
  } finally {
    await stopProgram(web);
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}
