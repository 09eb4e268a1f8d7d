/**
 * Many people at once, and people who mean harm: fifty decide while a file is imported, twenty open pages, one works while
 * everything that once froze the server is sent to it, and what is changed through one web process is looked for in
 * another. Wants DATABASE_URL.
 */

import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { MikroORM } from '@mikro-orm/postgresql';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { Decision, Review } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { reviewState } from '@/stages/decide/store/review-state';
import { settingsOf } from '@/stages/question/commands/save-settings';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { ensureBuild, startWeb, startWorker, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { aLargeReview, post, question } from './large-review';
import { row, spread } from './print';
import { writeSeeded } from './seeded-files';
import { MEASURED, signIn } from './signed-in';

const RECORDS = 20_000;
const DECIDING = 50;
const EVERY_MS = 2000;
const ROUNDS = 20;
const OPENING = 20;
const PAGES = ['question', 'retrieve', 'merge', 'classify', 'sieve', 'sieve/what-if', 'decide', 'decide/ledger', 'write-up', 'checks'];

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const timed = async (act: () => Promise<unknown>): Promise<number> => {
  const began = performance.now();
  await act();
  return performance.now() - began;
};

export async function crowd() {
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-crowd-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const env = { DATABASE_URL: databaseUrl(), NARROW_SIEVE_DATA: folder, ...MEASURED };
  const ports = [await freePort(53700), await freePort(53750)] as const;
  const id = await aLargeReview(context, folder, { VH: RECORDS });
  const other = await aLargeReview(context, folder, { VH: 100 });
  const programs = [await startWorker(env), await startWeb(ports[0], env), await startWeb(ports[1], env)];
  const [address, second] = ports.map((port) => `http://127.0.0.1:${port}`) as [string, string];
  try {
    for (const at of [address, second]) await signIn(orm.em.fork(), at);
    const numbers = Array.from((await reviewState(context(), id)).columns.numbers);
    await deciding(context, address, id, other, folder, numbers);
    await opening(address, id);
    await underAttack(address, id, other, numbers.slice(2000));
    await twoProcesses(context, address, second, id, numbers.slice(4000));
  } finally {
    for (const program of programs.reverse()) await stopProgram(program);
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}

async function deciding(context: () => Context, address: string, id: string, other: string, folder: string, numbers: number[]) {
  const database = await saveDatabase(context(), other, { id: null, name: 'Import', tag: 'IM', profile: DEFAULT_PROFILE });
  if (!database.ok) throw new Error(database.message);
  const path = join(folder, 'import.ris');
  writeSeeded(path, 'ris', RECORDS);
  const sent = fetch(`${address}/api/reviews/${other}/files?name=import.ris&database=${database.id}`, {
    method: 'PUT',
    body: readFileSync(path),
  });
  const [saving, next]: [number[], number[]] = [[], []];
  let saved = 0;
  const person = async (who: number) => {
    await pause((who * EVERY_MS) / DECIDING);
    for (let round = 0; round < ROUNDS; round++) {
      const began = performance.now();
      const workNo = numbers[who * ROUNDS + round]!;
      const following = numbers[who * ROUNDS + round + 1]!;
      const input = {
        workNo,
        verdict: round % 3 ? 'exclude' : 'keep',
        reasonCode: round % 3 ? 'population' : '',
        grounds: 'Bench.',
        seenSeq: 0,
      };
      const answer = await post(address, id, 'decide', input, [
        { ask: 'precedents', input: { workNo: following } },
        { ask: 'figures', input: {} },
      ]);
      saving.push(performance.now() - began);
      if (answer.ok) saved++;
      next.push(await timed(() => question(address, id, 'work', { no: following })));
      await pause(Math.max(0, EVERY_MS - (performance.now() - began)));
    }
  };
  await Promise.all(Array.from({ length: DECIDING }, (_, who) => person(who)));
  const stored = await context().em.count(Decision, { reviewId: id });
  await sent;
  row(
    `${DECIDING} people decide, one every 2 s each, while ${RECORDS.toLocaleString('en-GB')} records are imported: saving`,
    `${spread(saving)}; ${saved} of ${DECIDING * ROUNDS}, ${stored} in the database`,
  );
  row('the same: the next work', spread(next));
}

async function opening(address: string, id: string) {
  const times: number[] = [];
  for (const page of PAGES) await fetch(`${address}/reviews/${id}/${page}`).then((r) => r.text());
  const person = async (who: number) => {
    for (let round = 0; round < 8; round++) {
      const page = PAGES[(who + round) % PAGES.length]!;
      times.push(await timed(async () => (await fetch(`${address}/reviews/${id}/${page}`)).text()));
      await pause(1000);
    }
  };
  await Promise.all(Array.from({ length: OPENING }, (_, who) => person(who)));
  row(`${OPENING} people open different pages, one a second each`, spread(times));
}

/** A PDF whose one page goes on for megabytes. */
function slowPdf(): Buffer {
  const stream = deflateSync(Buffer.from(`BT /F1 12 Tf ${'1 0 0 1 60 760 Tm (knee knee) Tj '.repeat(300_000)} ET`));
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [4 0 R] /Count 1 >>',
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 5 0 R /Resources << /Font << /F1 3 0 R >> >> >>',
  ].map((o, i) => `${i + 1} 0 obj\n${o}\nendobj\n`);
  const head = `%PDF-1.4\n${objects.join('')}5 0 obj\n<< /Filter /FlateDecode /Length ${stream.length} >>\nstream\n`;
  return Buffer.concat([Buffer.from(head, 'latin1'), stream, Buffer.from('\nendstream\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n')]);
}

async function underAttack(address: string, id: string, other: string, numbers: number[]) {
  const json = { 'content-type': 'application/json' };
  const verb = (review: string, name: string, body: string) =>
    fetch(`${address}/api/reviews/${review}/do/${name}`, { method: 'POST', headers: json, body });
  const stars = { kind: 'query', query: `title = "${'a*'.repeat(40)}b"` };
  const limiter = { id: 'q', name: 'q', test: stars, evidence: 'stated', whenUnknown: 'hold', rationale: '', on: true };
  const attacks: (() => Promise<Response>)[] = [
    () => verb(crypto.randomUUID(), 'decide', `"${'x'.repeat(50_000_000)}"`),
    () => verb(other, 'add-known', '['.repeat(7_000_000)),
    () => verb(other, 'add-known', JSON.stringify({ text: '<!--'.repeat(75_000), source: '' })),
    () => verb(other, 'save-sieve', JSON.stringify({ sieve: [limiter], seenEdit: 0 })),
    () => fetch(`${address}/reviews/${other}/sieve`),
    () => fetch(`${address}/api/reviews/${other}/works/1/pdf?name=slow.pdf`, { method: 'PUT', body: new Uint8Array(slowPdf()) }),
    () => fetch(`${address}/`, { method: 'POST', body: 'y'.repeat(20_000_000) }),
    () => fetch(`${address}/api/bundles?name=b.zip`, { method: 'PUT', body: Buffer.alloc(30_000_000, 'PK') }),
    () => fetch(`${address}/reviews/${other}/decide`, { headers: { host: 'elsewhere.test' } }),
  ];
  let over = false;
  let sent = 0;
  const attackers = attacks.map(async (attack) => {
    while (!over) {
      await attack().then(
        (r) => r.arrayBuffer(),
        () => undefined,
      );
      sent++;
      await pause(100);
    }
  });
  const times: number[] = [];
  for (let round = 0; round < 60; round++) {
    const workNo = numbers[round]!;
    const input = { workNo, verdict: 'wait', reasonCode: '', grounds: 'Bench.', seenSeq: 0 };
    times.push(await timed(() => post(address, id, 'decide', input)), await timed(() => question(address, id, 'work', { no: workNo })));
    await pause(300);
  }
  over = true;
  await Promise.all(attackers);
  row(`one person decides and reads on, while ${sent} hostile requests of ${attacks.length} kinds are sent`, spread(times));
}

/** What is changed through one process is asked of another until it is there. */
async function twoProcesses(context: () => Context, first: string, second: string, id: string, numbers: number[]) {
  const review = await context().em.findOneOrFail(Review, { id });
  const page = async (path: string) => (await fetch(`${second}/reviews/${id}/${path}`)).text();
  const work = async (no: number) => JSON.stringify(await question(second, id, 'work', { no }));
  const limiter = { id: 'z', name: 'Only of the second process', test: { kind: 'facet', facet: 'language', allowed: ['en'] } };
  const rest = { evidence: 'stated', whenUnknown: 'let-through', rationale: '', on: true };
  const changes: [string, string, object, () => Promise<boolean>][] = [
    [
      'a decision',
      'decide',
      { workNo: numbers[0], verdict: 'wait', reasonCode: '', grounds: 'Seen there.', seenSeq: 0 },
      async () => (await work(numbers[0]!)).includes('Seen there.'),
    ],
    [
      'the title',
      'save-settings',
      { value: { ...settingsOf(review), title: 'Another title' } },
      async () => (await page('question')).includes('Another title'),
    ],
    [
      'a ruling',
      'rule-axis',
      { axis: 'design', codes: ['case-report'], workNo: numbers[1], cause: null, standing: false, reason: 'Seen.' },
      async () => (await work(numbers[1]!)).includes('"ruled"'),
    ],
    [
      'the sieve',
      'save-sieve',
      { sieve: [{ ...limiter, ...rest }], seenEdit: review.sieveEdit },
      async () => (await page('sieve')).includes('Only of the second process'),
    ],
    [
      'a reason',
      'save-reasons',
      { value: [{ code: 'other-reason', text: 'Another reason', definition: '' }] },
      async () => (await page('decide/reasons')).includes('Another reason'),
    ],
  ];
  await page('decide');
  for (const [what, verb, input, seen] of changes) {
    const answer = await post(first, id, verb, input);
    const began = performance.now();
    while (!(await seen())) if (performance.now() - began > 10_000) break;
    row(
      `changed through one web process, seen through another: ${what}`,
      answer.ok ? `${(performance.now() - began).toFixed(0)} ms, the answer included` : `refused: ${JSON.stringify(answer).slice(0, 120)}`,
    );
  }
}
