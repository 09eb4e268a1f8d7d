import { ANYBODY } from '@/platform/verbs/rights';
/**
 * What the checks answer on a review of 50,000 works, through the running application; and the overlap of six databases
 * with 200,000 works on one core. Wants DATABASE_URL.
 */

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MikroORM } from '@mikro-orm/postgresql';
import { estimateOf, lostWithout, overlapOf, plannedSize, spotResult } from '@/core/checks';
import type { Limiter } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { Retrieval } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { decideMany } from '@/stages/decide/commands/decide-many';
import { reviewState } from '@/stages/decide/store/review-state';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { ensureBuild, startWeb, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { aLargeReview, post, question } from './large-review';
import { row, spread } from './print';
import { seededWorks } from './sieving';
import { MEASURED, signIn } from './signed-in';

const WORKS = 50_000;
/** Six databases, each with part of what the first has. */
const RECORDS = { VA: WORKS, VB: 12_000, VC: 6000, VD: 3000, VE: 1500, VF: 800 };
const TURNS = 20;

export async function checks() {
  alone();
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const port = await freePort(53500);
  const web = await startWeb(port, { DATABASE_URL: databaseUrl(), NARROW_SIEVE_DATA: folder, ...MEASURED });
  try {
    await signIn(orm.em.fork(), `http://127.0.0.1:${port}`);
    const id = await aLargeReview(context, folder, RECORDS);
    await asked(context, `http://127.0.0.1:${port}`, id);
  } finally {
    await stopProgram(web);
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The sums alone, without database or network. */
function alone() {
  const columns = seededWorks(200_000);
  const times: Record<string, number[]> = { overlap: [], planned: [], result: [] };
  for (let turn = 0; turn < TURNS; turn++) {
    let from = performance.now();
    const { sets } = overlapOf(columns.membership, 6, { through: (i) => (i * 7) % 3 > 0, kept: (i) => i % 5 === 0 });
    for (let a = 0; a < 6; a++) for (let b = 0; b < a; b++) estimateOf(sets, a, b, 'kept');
    lostWithout(sets, 0b101);
    times.overlap!.push(performance.now() - from);
    from = performance.now();
    plannedSize([30_000, 9000, 700, 80, 5], 0.02, 'stratified');
    times.planned!.push(performance.now() - from);
    from = performance.now();
    spotResult(
      [30_000, 9000, 700, 80, 5].map((size, i) => ({
        limiter: String(i),
        size,
        judged: Math.min(size, 120),
        wrong: Math.min(size, 4),
        unsure: 0,
      })),
    );
    times.result!.push(performance.now() - from);
  }
  row('overlap of six databases, 200,000 works, with all fifteen estimates', spread(times.overlap!));
  row('planning a sample of 39,785 works in five strata', spread(times.planned!));
  row('what a judged sample of five strata says', spread(times.result!));
}

/** Limiters that were set at the databases, as the logs of the first four searches tell them. */
async function setAtDatabases(em: Context['em'], id: string) {
  const step = (names: string[]) => ({
    ...{ number: 1, done: 'light AND sleep', count: null, tabs: [], removed: [] },
    limiters: names.map((name) => ({ name, how: 'control' as const })),
  });
  const set = [['2016–2026', 'Peer reviewed'], ['Peer reviewed'], ['2016–2026'], ['English']];
  for (const [i, names] of set.entries()) await em.nativeUpdate(Retrieval, { reviewId: id, number: i + 1 }, { steps: [step(names)] });
}

const limiter = (id: string, test: Limiter['test']): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
});

async function asked(context: () => Context, address: string, id: string) {
  const { review, columns } = await reviewState(context(), id);
  const sieve = [
    limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } }),
    limiter('types', { kind: 'coded', axis: 'publicationType', allowed: ['research-article', 'systematic-review'] }),
    limiter('refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed', 'venue-only'] }),
  ];
  const saved = await saveSieve(context(), id, { sieve, seenEdit: review.sieveEdit });
  if (!saved.ok) throw new Error(saved.message);
  const state = await reviewState(context(), id);
  const through = Array.from(columns.numbers)
    .filter((_, i) => state.states[i] === 'undecided')
    .slice(0, 2000);
  for (const [verdict, works] of [
    ['keep', through.slice(0, 700)],
    ['exclude', through.slice(700)],
  ] as const) {
    const reasonCode = verdict === 'exclude' ? 'population' : '';
    const said = { stage: 'title-abstract' as const, verdict, reasonCode, grounds: 'Bench.' };
    await decideMany(context(), id, { ...said, works: works.map((workNo) => ({ workNo, seenSeq: 0 })) });
  }
  row('works, stopped, kept', `${columns.numbers.length}, ${state.counts.stopped}, 700`);
  await setAtDatabases(context().em, id);
  const lists = await listsOfKnown(context, id, 1 + TURNS / 4);
  await post(address, id, 'add-known', { text: lists[0]!, source: 'bench' });
  const drawn = { kind: 'stopped', design: 'stratified', size: 300, share: null };
  await timed('drawing a sample of 300', TURNS, (turn) => post(address, id, 'draw-sample', { ...drawn, seed: turn + 1 }));
  await post(address, id, 'draw-sample', { ...drawn, kind: 'own-decisions', design: 'simple', seed: 5 });
  const page = async (path: string) => {
    const response = await fetch(`${address}/reviews/${id}/${path}`);
    if (!response.ok) throw new Error(`${path}: ${response.status}`);
    return response.text();
  };
  const order = (
    await context().em.execute<{ order: number[] }[]>('select "order" from sample_check where review_id = ? and number = 1', [id])
  )[0]!.order;
  await timed('judging one work of it', 200, (turn) =>
    post(address, id, 'judge-sample', { check: 1, workNo: order[turn]!, verdict: turn % 20 ? 'exclude' : 'keep' }),
  );
  for (const path of ['checks/spot', 'checks/judge/1', 'checks/known', 'checks/overlap', 'checks/again', 'checks/audit', 'sieve'])
    await timed(`the page ${path}`, TURNS, () => page(path));
  await timed('what the databases did, for the audit', TURNS, () => question(address, id, 'audit-unevenness'));
  const shared = Array.from(columns.numbers).filter((_, i) => columns.membership[i]! > 1);
  const ruling = { axis: 'publicationType', codes: ['editorial'], cause: null, standing: false, reason: 'Bench.' };
  const afterRuling = (what: string, ask: () => Promise<unknown>) =>
    timed(`${what}, after a ruling on a work`, TURNS / 2, async () => {
      const ruled = await post(address, id, 'rule-axis', { ...ruling, workNo: shared.pop()! });
      if (!ruled.ok) return ruled;
      const from = performance.now();
      await ask();
      return { took: performance.now() - from };
    });
  await afterRuling('the page checks/audit', () => page('checks/audit'));
  await afterRuling('what the databases did, for the audit', () => question(address, id, 'audit-unevenness'));
  await timed('taking another list of 200 known works', TURNS / 4 - 1, (turn) =>
    post(address, id, 'add-known', { text: lists[turn + 1]!, source: 'bench' }),
  );
  await timed('the works of one combination of databases', TURNS, () =>
    question(address, id, 'overlap-works', { mask: 3, as: 'exactly', of: 'all' }),
  );
}

/** Lists of 200 lines each: identifiers that are there, titles that have to be asked about, and what nobody has. */
async function listsOfKnown(context: () => Context, id: string, count: number): Promise<string[]> {
  const works = await context().em.execute<{ doi: string; title: string }[]>(
    `select doi, title from work where review_id = ? and doi <> '' order by no limit ?`,
    [id, count * 150],
  );
  return Array.from({ length: count }, (_, k) => {
    const own = works.slice(k * 150, k * 150 + 150);
    const nobodys = Array.from({ length: 50 }, (_, i) => `10.5555/none.${k}.${i}`);
    return [...own.map((w, i) => (i < 100 ? w.doi : w.title)), ...nobodys].join('\n');
  });
}

/** The first answer is told apart: it fills what is kept between answers. @param ask may say itself how long it took */
async function timed(what: string, turns: number, ask: (turn: number) => Promise<unknown>) {
  const times: number[] = [];
  for (let turn = 0; turn <= turns; turn++) {
    const from = performance.now();
    const answer = (await ask(turn)) as { ok?: boolean; message?: string; took?: number };
    times.push(answer?.took ?? performance.now() - from);
    if (answer?.ok === false) throw new Error(`${what}: ${answer.message}`);
  }
  row(what, `first ${times[0]!.toFixed(0)} ms${times.length > 1 ? `, then ${spread(times.slice(1))}` : ''}`);
}
