import type { Limiter, Sieve } from '@/core/sieve';
import { SampleCheck, SampleVerdict } from '@/platform/db/schema';
import { decideWork } from '@/stages/decide/commands/decide';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { ledger, ledgerInput } from '@/stages/decide/queries/ledger';
import { reviewState } from '@/stages/decide/store/review-state';
import { withdrawRetrieval } from '@/stages/retrieve/commands/withdraw-retrieval';
import { overrideWorks } from '@/stages/sieve/commands/override-works';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { workDetail } from '@/stages/works/queries/work-detail';
import { writeUpFile } from '@/stages/write-up/queries/export';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { addKnown } from './commands/add-known';
import { drawCheck } from './commands/draw-sample';
import { judgeSample } from './commands/judge-sample';
import { removeKnown } from './commands/remove-known';
import { ruleKnown } from './commands/rule-known';
import { auditLines } from './queries/audit';
import { knownView, knownWorks } from './queries/known-view';
import { overlapView, overlapWorks } from './queries/overlap';
import { judgedAgainView, sampleToJudge, spotChecksView } from './queries/samples-view';
import { knownList } from './store/known';

const limiter = (id: string, test: Limiter['test']): Limiter => ({
  ...{ id, name: `Limiter ${id}`, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: `For ${id}.`, on: true },
});
const MATS = limiter('mats', { kind: 'query', query: 'title any "mats pads"' });
const RECENT = limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'calendar-years', years: 10 } });

// 1 to 4 are through, 5 to 12 are old, 13 to 18 are about something else, and 19 is both.
const title = (n: number) =>
  n <= 12
    ? `Mats number ${'abcdefghijkl'[n - 1]} for tilers of region ${n}: a trial`
    : `Gloves ${'mnopqrs'[n - 13]} in glazing of town ${n}: a survey`;
const entry = (n: number, ...more: string[]) =>
  risEntry(n, title(n), `PY  - ${n <= 4 || (n > 12 && n < 19) ? 2022 : 2001}`, `DO  - 10.5555/k.${n}`, `AB  - Text of ${n}.`, ...more);
const VH = Array.from({ length: 12 }, (_, i) => entry(i + 1)).join('\n');
const QA = [1, 2, 5, 13, 14, 15, 16, 17, 18, 19].map((n) => entry(n)).join('\n');

let db: TestDatabase;
let id: string;
async function set(sieve: Sieve) {
  const { review } = await reviewState(db.context(), id);
  expect(await saveSieve(db.context(), id, { sieve, seenEdit: review.sieveEdit })).toMatchObject({ ok: true });
}
const numbers = new Map<number, number>();
/** The work of an entry. */
const no = (n: number) => numbers.get(n)!;
const draw = async (seed: number, size: number, rest: Partial<Parameters<typeof drawCheck>[2]> = {}) => {
  const drawn = await drawCheck(db.context(), id, { kind: 'stopped', design: 'stratified', size, share: null, seed, ...rest });
  if (!drawn.ok) throw new Error(drawn.message);
  return drawn.number;
};
const judge = (check: number, workNo: number, verdict: 'keep' | 'exclude' | 'unsure' | 'undo', note = '') =>
  judgeSample(db.context(), id, { check, workNo, verdict, note });

beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  await importText(db, id, 'VH', VH, true);
  await importText(db, id, 'QA', QA, true);
  const rows = await db.context().em.execute<{ no: number; doi: string }[]>('select no, doi from work where review_id = ?', [id]);
  for (const r of rows) numbers.set(Number(r.doi.split('k.')[1]), r.no);
});
afterAll(() => db.close());

test('nothing stopped: nothing to draw, and said so', async () => {
  await set([]);
  expect(await drawCheck(db.context(), id, { kind: 'stopped', design: 'simple', size: 5, share: 0.02, seed: 1 })).toMatchObject({
    code: 'nothing-to-draw',
  });
  expect(await spotChecksView(db.context(), id)).toMatchObject({ checks: [], strata: [] });
  expect((await auditLines(db.context(), id)).lines).toEqual([]);
});

describe('a spot check', () => {
  let check: number;
  beforeAll(async () => {
    await set([MATS, RECENT]);
    check = await draw(7, 6);
  });

  test('is drawn again by its seed, keeps what it was drawn from, and names the version of the sieve', async () => {
    const again = await draw(7, 6);
    const other = await draw(8, 6);
    const [a, b, c] = await Promise.all(
      [check, again, other].map((number) => db.context().em.findOneOrFail(SampleCheck, { reviewId: id, number })),
    );
    expect([b!.strata, b!.order]).toEqual([a!.strata, a!.order]);
    expect(c!.order).not.toEqual(a!.order);
    expect(a!.strata.map((s) => [s.limiter, s.size, s.works.length])).toEqual([
      ['mats', 7, 3],
      ['recent', 8, 3],
    ]);
    expect(a).toMatchObject({ sieveVersion: 1, design: 'stratified', seed: 7 });
  });

  test('larger than what is stopped, all are drawn', async () => {
    const number = await draw(3, 500);
    expect((await sampleToJudge(db.context(), id, number)).works).toHaveLength(15);
  });

  test('what is judged says nothing of limiters or decisions', async () => {
    const sample = await sampleToJudge(db.context(), id, check);
    expect(JSON.stringify(sample)).not.toMatch(/mats|recent|Limiter|stopped by/);
    expect(sample.works).toHaveLength(6);
  });

  test('its words are only ever added, the latest holds, and another work is refused', async () => {
    const { works } = await sampleToJudge(db.context(), id, check);
    const [first, second] = works.map((w) => w.drawn);
    expect(await judge(check, first!, 'exclude')).toMatchObject({ ok: true });
    await judge(check, first!, 'keep', 'it is about tilers');
    await judge(check, second!, 'unsure');
    await judge(check, second!, 'undo');
    expect(await judge(check, no(1), 'keep')).toMatchObject({ code: 'not-drawn' });
    expect(await judge(99, first!, 'keep')).toMatchObject({ code: 'no-sample' });
    const said = (await sampleToJudge(db.context(), id, check)).works.map((w) => w.verdict);
    expect(said).toEqual(['keep', null, null, null, null, null]);
    expect(await db.context().em.count(SampleVerdict, { reviewId: id })).toBe(4);
    for (const table of ['sample_verdict', 'sample_check'])
      await expect(db.context().em.execute(`delete from ${table} where review_id = ?`, [id])).rejects.toThrow(/never changed or deleted/);
  });

  test('a work stopped wrongly leads to what would let it through, and is rescued', async () => {
    const old = await draw(11, 500);
    const { works } = await sampleToJudge(db.context(), id, old);
    for (const w of works) await judge(old, w.drawn, w.no === no(7) || w.no === no(19) ? 'keep' : 'exclude');
    const line = (await spotChecksView(db.context(), id)).checks.find((c) => c.number === old)!;
    expect(line.result.whole).toMatchObject({ judged: 15, wrong: 2, estimate: 2, atMost: 2 });
    expect(line.wrong.find((w) => w.no === no(7))).toMatchObject({
      state: 'stopped',
      stoppedBy: [{ id: 'recent', passes: 'if its window were 25 years, not 10' }],
    });
    expect(line.wrong.find((w) => w.no === no(19))!.stoppedBy.map((l) => l.id)).toEqual(['mats', 'recent']);
    expect(
      await overrideWorks(db.context(), id, { works: [no(7)], limiters: ['recent'], fate: 'pass', reason: 'Found in a sample.' }),
    ).toMatchObject({ ok: true });
    const after = (await spotChecksView(db.context(), id)).checks.find((c) => c.number === old)!;
    expect(after.wrong.find((w) => w.no === no(7))).toMatchObject({ state: 'undecided', stoppedBy: [] });
    // What the sample said is of the sieve as it was.
    expect(after.result).toEqual(line.result);
    const { lines, spot } = await auditLines(db.context(), id);
    expect(spot).toMatchObject({ number: old, sieveVersion: 1 });
    expect(lines.map((l) => [l.id, l.spot?.result.wrong, l.overridden])).toEqual([
      ['mats', 1, 0],
      ['recent', 1, 1],
    ]);
  });
});

describe('known works', () => {
  const add = async (text: string, source = 'a list') => {
    const added = await addKnown(db.context(), id, { text, source });
    if (!added.ok) throw new Error(added.message);
    return added.taken;
  };
  const fates = async () => Object.fromEntries((await knownView(db.context(), id)).lines.map((l) => [l.title.slice(0, 24), l.fate]));

  test('a list without anything in it is refused with its lines', async () =>
    expect(await addKnown(db.context(), id, { text: '2019\nmats', source: '' })).toMatchObject({
      code: 'nothing-taken',
      message: expect.stringMatching(/Line 1:.*Line 2:/),
    }));

  test('each has its fate; what the list repeats is one', async () => {
    const taken = await add(
      ['10.5555/k.1', '10.5555/k.8', '10.5555/k.14', '10.5555/k.404', 'https://doi.org/10.5555/K.1', title(2), 'xx'].join('\n'),
    );
    expect(taken).toMatchObject({ added: 5, repeated: 1, rejected: [{ line: 7 }] });
    expect(await fates()).toEqual({
      [title(1).slice(0, 24)]: 'undecided',
      [title(8).slice(0, 24)]: 'stopped',
      [title(14).slice(0, 24)]: 'stopped',
      '10.5555/k.404': 'not-retrieved',
      [title(2).slice(0, 24)]: 'asked',
    });
    const view = await knownView(db.context(), id);
    expect(view.search).toMatchObject({ n: 3, of: 4 });
    expect(view.databases.map((d) => [d.tag, d.share!.n])).toEqual([
      ['VH', 2],
      ['QA', 2],
    ]);
    expect(view.after.map((a) => [a.id, a.left!.n, a.lost])).toEqual([
      ['mats', 2, [no(14)]],
      ['recent', 1, [no(8)]],
    ]);
    expect(await knownWorks(db.context(), id)).toEqual([no(1), no(8), no(14)]);
  });

  test('a person says which it is, or that it is none, and can be asked again', async () => {
    const asked = (await knownView(db.context(), id)).lines.find((l) => l.fate === 'asked')!;
    expect(asked.asked).toMatchObject([{ work: no(2), tags: ['VH', 'QA'], sameTitle: true }]);
    const rule = (record: number | null) => ruleKnown(db.context(), id, { rulings: [{ number: asked.number, record }] });
    expect(await rule(9999)).toMatchObject({ code: 'no-match' });
    await rule(asked.asked[0]!.record);
    expect((await knownView(db.context(), id)).search).toMatchObject({ n: 4, of: 5 });
    await rule(0);
    expect((await knownView(db.context(), id)).search).toMatchObject({ n: 3, of: 5 });
    await rule(null);
    expect((await knownView(db.context(), id)).lines.filter((l) => l.fate === 'asked')).toHaveLength(1);
  });

  test('one of the list that is the same work as another counts once; one that two works can be is asked', async () => {
    // Its title alone is settled as the work that a DOI of the list names.
    await add(title(1));
    const line = (await knownView(db.context(), id)).lines.at(-1)!;
    await ruleKnown(db.context(), id, { rulings: [{ number: line.number, record: line.asked[0]!.record }] });
    expect((await knownView(db.context(), id)).lines.at(-1)).toMatchObject({ fate: 'undecided', sameAs: 1 });
    expect((await knownView(db.context(), id)).search).toMatchObject({ n: 3, of: 4 });
    // Two works under one DOI.
    await importText(
      db,
      id,
      'ZZ',
      [
        risEntry(71, 'Boots against cold floors in autumn: a trial', 'PY  - 2020', 'DO  - 10.5555/two', 'SN  - 9990-2044'),
        risEntry(72, 'Letters on an entirely different subject: comment', 'PY  - 2011', 'DO  - 10.5555/two', 'T2  - Elsewhere'),
      ].join('\n'),
    );
    await add('10.5555/two');
    const both = (await knownView(db.context(), id)).lines.at(-1)!;
    expect(both.fate).toBe('asked');
    expect(new Set(both.asked.map((a) => a.work)).size).toBe(2);
  });

  test('what was found in a retrieval that is withdrawn is not there, and found again when it is brought back', async () => {
    const [row] = await db
      .context()
      .em.execute<{ id: string }[]>(`select f.retrieval_id as id from import_file f where f.review_id = ? and f.name = 'QA.txt'`, [id]);
    const fateOf14 = async () =>
      (await knownView(db.context(), id)).lines.find((l) => l.detail.includes('k.14') || l.title.includes('k.14'))!.fate;
    expect(await fateOf14()).toBe('stopped');
    expect(await withdrawRetrieval(db.context(), id, { id: row!.id, withdrawn: true, why: 'Run by mistake.' })).toMatchObject({ ok: true });
    await db.work(id);
    // While it is away the list is looked for again, so that only what is there can be found.
    await add('10.5555/k.15');
    expect(await fateOf14()).toBe('not-retrieved');
    await withdrawRetrieval(db.context(), id, { id: row!.id, withdrawn: false, why: 'It was right.' });
    await db.work(id);
    expect(await fateOf14()).toBe('stopped');
    const { number } = (await knownView(db.context(), id)).lines.at(-1)!;
    expect((await knownView(db.context(), id)).lines.at(-1)!.fate).toBe('stopped');
    await removeKnown(db.context(), id, { numbers: [number], removed: true });
  });

  test('what was not retrieved is found when records come, and what is taken off the list can be put back', async () => {
    await importText(db, id, 'LT', risEntry(404, 'Mats that came later for tilers', 'PY  - 2023', 'DO  - 10.5555/k.404'));
    const line = (await knownView(db.context(), id)).lines.find((l) => l.title.startsWith('Mats that came later'))!;
    expect(line.fate).toBe('undecided');
    await removeKnown(db.context(), id, { numbers: [line.number], removed: true });
    expect((await knownList(db.context(), id)).some((k) => k.number === line.number)).toBe(false);
    await removeKnown(db.context(), id, { numbers: [line.number], removed: false });
    expect((await knownList(db.context(), id)).some((k) => k.number === line.number)).toBe(true);
  });
});

test('what was drawn, judged and brought stands in the ledger', async () => {
  const of = async (kind: string) => (await ledger(db.context(), id, ledgerInput({ kind }))).lines.map((l) => l.what);
  const samples = await of('sample');
  expect(samples).toContain('sample 1 drawn: 6 stopped works, seed 7');
  expect(samples).toContain('sample 1: would be kept');
  expect(samples).toContain('sample 1: judgement taken back');
  expect(await of('known')).toContain('6 known works brought, from a list');
});

test('overlap: each work in one combination, and the works behind a number', async () => {
  const view = await overlapView(db.context(), id);
  expect(view.sets.reduce((n, s) => n + s.all, 0)).toBe(view.works);
  const [vh, qa] = view.databases;
  expect([vh!.all, qa!.all]).toEqual([
    { has: 12, alone: 9 },
    { has: 10, alone: 7 },
  ]);
  const both = await said(overlapWorks(db.context(), id, { mask: 3, as: 'exactly', of: 'all' }));
  expect([...both.numbers].sort()).toEqual([no(1), no(2), no(5)].sort());
  const without = await said(overlapWorks(db.context(), id, { mask: 1, as: 'no-other', of: 'through' }));
  expect([...without.numbers].sort()).toEqual([no(3), no(4), no(7)].sort());
});

test('own decisions are judged again: agreement, and differences until they are decided again', async () => {
  expect(await drawCheck(db.context(), id, { kind: 'own-decisions', design: 'simple', size: 5, share: null, seed: 1 })).toMatchObject({
    code: 'nothing-to-draw',
  });
  await startReasons(db.context(), id);
  const decide = async (n: number, verdict: 'keep' | 'exclude') => {
    const { seenSeq } = await workDetail(db.context(), id, no(n));
    const reasonCode = verdict === 'exclude' ? 'population' : '';
    expect(await decideWork(db.context(), id, { workNo: no(n), verdict, reasonCode, grounds: 'g', seenSeq })).toMatchObject({ ok: true });
  };
  await decide(1, 'keep');
  await decide(2, 'keep');
  await decide(3, 'exclude');
  await decide(4, 'exclude');
  const check = await draw(5, 30, { kind: 'own-decisions', design: 'simple' });
  expect(JSON.stringify(await sampleToJudge(db.context(), id, check))).not.toContain('"exclude"');
  for (const n of [1, 3, 4]) await judge(check, no(n), n === 1 ? 'keep' : 'exclude');
  await judge(check, no(2), 'exclude', 'not again');
  const [line] = (await judgedAgainView(db.context(), id)).checks;
  expect(line).toMatchObject({
    drawn: 4,
    said: 4,
    table: [
      [1, 1],
      [0, 2],
    ],
    agreement: { n: 4, observed: 0.75 },
  }); // prettier-ignore
  expect(line!.differences).toMatchObject([{ no: no(2), before: 'keep', verdict: 'exclude', decidedSince: false, note: 'not again' }]);
  await decide(2, 'exclude');
  expect((await judgedAgainView(db.context(), id)).checks[0]!.differences).toMatchObject([{ now: 'exclude', decidedSince: true }]);
});

test('the write-up tells what the checks showed', async () => {
  const audit = String((await writeUpFile(db.context(), id, 'audit.csv')).body);
  expect(audit).toContain('Limiter mats');
  expect(audit).toContain('All that it stopped were judged');
  expect(String((await writeUpFile(db.context(), id, 'known.csv')).body)).toContain(title(8));
  const html = String((await writeUpFile(db.context(), id, 'write-up.html')).body);
  expect(html).toContain('Checks of the limiters');
  expect(html).toMatch(/of the <[^>]*>?15|of the 15/);
});
