/** npm run bench -- people: signing in, and fifty people who decide, alone and by two, over two web processes. */
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MikroORM } from '@mikro-orm/postgresql';
import { isReadByTwo, ONE_READER, readersOf } from '@/core/readers';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { Decision, JudgementRow, Membership, PersonRow } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { saveReaders } from '@/stages/decide/commands/save-readers';
import { reviewState } from '@/stages/decide/store/review-state';
import { makeAccount } from '@/stages/people';
import { ensureBuild, startWeb, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { aLargeReview } from './large-review';
import { row, spread } from './print';
import { MEASURED } from './signed-in';

const RECORDS = 10_000;
const PEOPLE = 50;
const EVERY_MS = 2000;
const ROUNDS = 30;
/** So long both processes read the review and have their code compiled. */
const WARM_MS = 15_000;
const PASSWORD = 'a bench is a long seat';

interface Person {
  id: string;
  cookie: string;
}
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const json = { 'content-type': 'application/json' };

export async function people() {
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-people-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const port = await freePort(53800);
  const address = `http://127.0.0.1:${port}`;
  const web = await startWeb(port, { DATABASE_URL: databaseUrl(), NARROW_SIEVE_DATA: folder, WEB_PROCESSES: '2', ...MEASURED });
  try {
    await signingIn(context, address);
    const alone = await aLargeReview(context, folder, { VH: RECORDS });
    const byTwo = await aLargeReview(context, folder, { QA: RECORDS });
    const all = await fifty(context, address, [alone, byTwo]);
    await deciding(context, address, alone, all, 'alone');
    const setting = { ...ONE_READER, readers: 2 as const, given: 'lot' as const, seed: 7, people: all.slice(0, 40).map((p) => p.id) };
    const saved = await saveReaders(context(), byTwo, { value: { 'title-abstract': setting, 'full-text': ONE_READER } });
    if (!saved.ok) throw new Error(saved.message);
    await deciding(context, address, byTwo, all.slice(0, 40), 'by two, by lot', {
      mine: (person, no) => isReadByTwo(no, setting) && readersOf(no, setting).includes(person.id),
    });
  } finally {
    await stopProgram(web);
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** One after another, then eight at once. */
async function signingIn(context: () => Context, address: string) {
  const { em, now } = context();
  // A bench that ran a moment ago has used up the tries from this machine.
  await em.execute('delete from tried');
  const email = `${randomUUID()}@bench.example`;
  await makeAccount(em, now(), { name: 'Bench', email, password: PASSWORD });
  const once = async () => {
    const began = performance.now();
    const answer = await fetch(`${address}/api/people/sign-in/email`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ email, password: PASSWORD }),
    });
    if (!answer.ok) throw new Error(await answer.text());
    return performance.now() - began;
  };
  await once();
  const times: number[] = [];
  for (let i = 0; i < 40; i++) times.push(await once());
  row('signing in, one after another (argon2id, 19 MiB, two passes; wanted: p95 400 ms)', spread(times));
  const crowd: number[] = [];
  for (let i = 0; i < 6; i++) crowd.push(...(await Promise.all(Array.from({ length: 8 }, once))));
  row('signing in, eight at once', spread(crowd));
}

export async function fifty(context: () => Context, address: string, reviews: readonly string[]): Promise<Person[]> {
  const { em } = context();
  const at = new Date();
  const found: Person[] = [];
  for (let i = 0; i < PEOPLE; i++) {
    const id = randomUUID();
    await em.insert(PersonRow, {
      ...{ id, name: `Person ${i + 1}`, email: `${id}@bench.example`, demo: true, createdAt: at, updatedAt: at },
      ...{ emailVerified: false, twoFactorEnabled: false, administrator: false },
    });
    for (const reviewId of reviews) await em.insert(Membership, { reviewId, personId: id, role: 'reviewer', since: at });
    const answer = await fetch(`${address}/api/people/demo`, { method: 'POST', headers: json, body: JSON.stringify({ person: id }) });
    const cookie = answer.headers.getSetCookie().map((c) => c.split(';')[0]!);
    found.push({ id, cookie: cookie.join('; ') });
  }
  return found;
}

/**
 * @param mine whether a work is a person's to decide; without it works are shared out
 * @param from works before this one, in order, were decided before
 */
export async function deciding(
  context: () => Context,
  address: string,
  review: string,
  people: readonly Person[],
  how: string,
  { mine, from: first = 0 }: { mine?: (person: Person, work: number) => boolean; from?: number } = {},
) {
  const numbers = Array.from((await reviewState(context(), review)).columns.numbers).slice(first);
  const saving: { at: number; ms: number }[] = [];
  const from = performance.now();
  let saved = 0;
  const decide = async (person: Person, workNo: number) => {
    const then = encodeURIComponent(JSON.stringify([{ ask: 'work', input: { no: workNo } }]));
    const began = performance.now();
    const answer = await fetch(`${address}/api/reviews/${review}/do/decide?then=${then}`, {
      ...{ method: 'POST', headers: { ...json, cookie: person.cookie } },
      body: JSON.stringify({ workNo, verdict: workNo % 3 ? 'keep' : 'background', reasonCode: '', grounds: 'Bench.', seenSeq: 0 }),
    });
    saving.push({ at: began - from, ms: performance.now() - began });
    if (((await answer.json()) as { ok: boolean }).ok) saved++;
  };
  await Promise.all(
    people.map(async (person, who) => {
      const own = mine ? numbers.filter((no) => mine(person, no)) : numbers.filter((_, i) => i % people.length === who);
      await pause((who * EVERY_MS) / people.length);
      for (const no of own.slice(0, ROUNDS)) {
        const began = performance.now();
        await decide(person, no);
        await pause(Math.max(0, EVERY_MS - (performance.now() - began)));
      }
    }),
  );
  const { em } = context();
  const stored = mine ? await em.count(JudgementRow, { reviewId: review }) : await em.count(Decision, { reviewId: review });
  row(
    `${people.length} people decide ${how}, one every 2 s each, with the work as it is then: saving (wanted: p95 100 ms)`,
    `${spread(saving.map((s) => s.ms))}; once the processes are warm, after ${WARM_MS / 1000} s: ` +
      `${spread(saving.filter((s) => s.at > WARM_MS).map((s) => s.ms))}; ${saved} acknowledged, ${stored} in the database`,
  );
}
