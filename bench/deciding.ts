/**
 * Deciding with twenty people, the next work painted after a key, the write-up of 5,000 decided works, and a bundle of
 * 20,000 records out and back. Wants DATABASE_URL.
 */

import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { MikroORM } from '@mikro-orm/postgresql';
import { chromium } from '@playwright/test';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { Decision, Job } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { decideMany } from '@/stages/decide/commands/decide-many';
import { reviewState } from '@/stages/decide/store/review-state';
import { takeBundle } from '@/stages/review/bundle/read';
import { writeBundle } from '@/stages/review/bundle/write';
import { runJob } from '@/stages/run-job';
import { writeUpFile } from '@/stages/write-up/queries/export';
import { ensureBuild, startWeb, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { aLargeReview, post, question } from './large-review';
import { row, seconds, spread } from './print';
import { type Cookie, MEASURED, signIn } from './signed-in';

const RECORDS = 20_000;
/** Works that are decided when the review is written up. */
const DECIDED = 5000;
const PEOPLE = 20;
const EVERY_MS = 2000;
const ROUNDS = 30;

export async function deciding() {
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const port = await freePort(53400);
  const web = await startWeb(port, { DATABASE_URL: databaseUrl(), NARROW_SIEVE_DATA: folder, ...MEASURED });
  try {
    const id = await aLargeReview(context, folder, { VH: RECORDS });
    const address = `http://127.0.0.1:${port}`;
    const cookies = await signIn(orm.em.fork(), address);
    const { columns } = await reviewState(context(), id);
    const numbers = Array.from(columns.numbers);
    await twenty(context, address, id, numbers.slice(0, 1000), false);
    await twenty(context, address, id, numbers.slice(1000, 2000), true);
    await single(address, id, numbers.slice(2000, 2040));
    await painted(address, id, cookies);
    const { counts } = await reviewState(context(), id);
    await writingUp(context, id, numbers.slice(counts.kept + counts.excluded - DECIDED));
    await bundling(context, id, folder);
  } finally {
    await stopProgram(web);
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Twenty people, a decision every two seconds each. @param asBrowser with all that a page asks for after each */
async function twenty(context: () => Context, address: string, id: string, works: number[], asBrowser: boolean) {
  const times: number[] = [];
  let saved = 0;
  const before = await context().em.count(Decision, { reviewId: id });
  const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
  const person = async (who: number) => {
    // They do not press their keys at one moment.
    await wait((who * EVERY_MS) / PEOPLE);
    for (let round = 0; round < ROUNDS; round++) {
      const workNo = works[who * ROUNDS + round]!;
      const began = performance.now();
      const verdict = round % 3 ? 'exclude' : 'keep';
      const next = works[who * ROUNDS + round + 1] ?? works[0]!;
      const input = { workNo, verdict, reasonCode: round % 3 ? 'population' : '', grounds: 'Bench.', seenSeq: 0 };
      const brought = [
        { ask: 'work', input: { no: workNo } },
        { ask: 'precedents', input: { workNo: next } },
        { ask: 'work', input: { no: next } },
        { ask: 'figures', input: {} },
      ];
      const answer = await post(address, id, 'decide', input, asBrowser ? brought : []);
      times.push(performance.now() - began);
      if (answer.ok) saved++;
      await wait(Math.max(0, EVERY_MS - (performance.now() - began)));
    }
  };
  const first = { workNo: works.at(-1)!, verdict: 'keep', reasonCode: '', grounds: 'First.', seenSeq: 0 };
  await post(address, id, 'decide', first);
  await question(address, id, 'precedents', { workNo: works[0]! });
  const began = performance.now();
  await Promise.all(Array.from({ length: PEOPLE }, (_, who) => person(who)));
  const took = (performance.now() - began) / 1000;
  const stored = (await context().em.count(Decision, { reviewId: id })) - before - 1;
  row(
    `saving a decision, ${PEOPLE} people, one every 2 s each, ${RECORDS.toLocaleString('en-GB')} records${asBrowser ? ', with what its screen shows next' : ''}`,
    `${spread(times)}; ${saved} saved of ${PEOPLE * ROUNDS}, ${stored} in the database, in ${took.toFixed(0)} s`,
  );
}

/** What one person alone waits for each of the things that a page asks for. */
async function single(address: string, id: string, works: readonly number[]) {
  const asks = {
    'a work with all that is known of it': (no: number) => question(address, id, 'work', { no }),
    'the figures of the strip': () => question(address, id, 'figures'),
    precedents: (no: number) => question(address, id, 'precedents', { workNo: no }),
  };
  for (const [what, ask] of Object.entries(asks)) {
    const times: number[] = [];
    for (const no of works) {
      const began = performance.now();
      await ask(no);
      times.push(performance.now() - began);
    }
    row(`asked by one alone: ${what}`, spread(times));
  }
}

/** From a key that decides to the frame in which the next work's title stands. */
async function painted(address: string, id: string, cookies: readonly Cookie[]) {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.context().addCookies([...cookies]);
    await page.goto(`${address}/reviews/${id}/decide?show=open`);
    await page.locator('main h1').waitFor();
    const times = await page.evaluate(async () => {
      const measured: number[] = [];
      for (let i = 0; i < 60; i++) {
        const old = document.querySelector('main h1')!.textContent;
        const began = performance.now();
        const done = new Promise<number>((resolve) => {
          const seen = new MutationObserver(() => {
            const now = document.querySelector('main h1')?.textContent;
            if (!now || now === old) return;
            seen.disconnect();
            requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - began)));
          });
          seen.observe(document.querySelector('main')!, { subtree: true, childList: true, characterData: true });
        });
        document.querySelector('main')!.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));
        measured.push(await done);
        await new Promise((r) => setTimeout(r, 1200));
      }
      return measured;
    });
    row('from a key to the next work painted', `${spread(times)} of ${times.length}`);
  } finally {
    await browser.close();
  }
}

async function writingUp(context: () => Context, id: string, works: number[]) {
  // Some are kept already: together a fifth or a little more.
  const kept = Math.floor(works.length / 8);
  for (const [at, end] of [
    [0, kept],
    [kept, kept + 1700],
    [kept + 1700, works.length],
  ] as const) {
    const verdict = at === 0 ? 'keep' : 'exclude';
    const input = {
      stage: 'title-abstract' as const,
      verdict,
      reasonCode: verdict === 'exclude' ? 'population' : '',
      grounds: 'Bench, decided together.',
    } as const; // prettier-ignore
    const done = await decideMany(context(), id, { ...input, works: works.slice(at, end).map((workNo) => ({ workNo, seenSeq: 0 })) });
    if (!done.ok) throw new Error(done.message);
  }
  const { counts } = await reviewState(context(), id);
  for (const what of ['write-up.html', 'write-up.docx', 'tables.xlsx', 'write-up.html']) {
    const from = process.hrtime.bigint();
    const { body } = await writeUpFile(context(), id, what);
    row(
      `${what} of ${(counts.kept + counts.excluded).toLocaleString('en-GB')} decided works, ${counts.kept.toLocaleString('en-GB')} of them kept${what === 'write-up.html' ? ', APA' : ''}`,
      `${seconds(from).toFixed(1)} s, ${(body.length / 1e6).toFixed(1)} MB`,
    );
  }
}

async function bundling(context: () => Context, id: string, folder: string) {
  const path = join(folder, 'bundle.zip');
  let from = process.hrtime.bigint();
  await pipeline(await writeBundle(context(), id), createWriteStream(path));
  row(
    `bundle of ${RECORDS.toLocaleString('en-GB')} records`,
    `${seconds(from).toFixed(1)} s, ${(statSync(path).size / 1e6).toFixed(0)} MB`,
  );
  from = process.hrtime.bigint();
  const back = await takeBundle(context(), 'bundle.zip', path);
  if (!back.ok) throw new Error(back.message);
  row('and back, as a review of its own', `${seconds(from).toFixed(1)} s`);
  // Nothing that can be worked out travels: the works are merged and classified anew by the job that a worker would take.
  const em = context().em;
  const job = await em.findOneOrFail(Job, { reviewId: back.id, state: 'queued' });
  from = process.hrtime.bigint();
  await runJob(context(), back.id, job.id, true);
  row('and classified anew, by the job behind it', `${seconds(from).toFixed(1)} s`);
  const [a, b] = [(await reviewState(context(), id)).counts, (await reviewState(context(), back.id)).counts];
  row('the same counts', JSON.stringify(a) === JSON.stringify(b) ? 'yes' : `no: ${JSON.stringify([a, b])}`);
}
