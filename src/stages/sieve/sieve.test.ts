import { readFile } from 'node:fs/promises';
import { funnelOf, type Limiter, notRead, readSieve, type Sieve, sieveFileSchema } from '@/core/sieve';
import { Retrieval, SieveOverride, TextAnswer } from '@/platform/db/schema';
import { ruleAxis } from '@/stages/classify/commands/rule-axis';
import { undoRuling } from '@/stages/classify/commands/undo-ruling';
import { previewRuling } from '@/stages/classify/queries/preview-ruling';
import { decideWork } from '@/stages/decide/commands/decide';
import { compareVersions } from '@/stages/decide/queries/compare-versions';
import { reviewState } from '@/stages/decide/store/review-state';
import { listWorks } from '@/stages/works/queries/list-works';
import { workDetail } from '@/stages/works/queries/work-detail';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { nameNative } from './commands/name-native';
import { overrideWorks } from './commands/override-works';
import { saveSieve } from './commands/save-sieve';
import { undoOverrides } from './commands/undo-overrides';
import { parityView, parityWorks } from './queries/parity-view';
import { sieveFile } from './queries/sieve-file';
import { versionsOf } from './queries/sieve-versions';
import { askText, textAnswers } from './queries/text-answers';
import { freezeSieve } from './store/freeze-sieve';

const VH = [
  risEntry(1, 'Kneeling mats: a randomised trial', 'PY  - 2021', 'LA  - English', 'AB  - We randomised 40 tilers.'),
  risEntry(2, 'Kneeling pads: a cohort study', 'PY  - 2003', 'LA  - English'),
  risEntry(3, 'Rodilleras: ensayo aleatorio', 'PY  - 2022', 'LA  - Spanish'),
].join('\n'); // prettier-ignore
const QA = [4, 5, 6].map((n) => risEntry(n, `Straps ${n} for floor layers: a survey`, `PY  - ${2000 + n}`, 'LA  - English')).join('\n');

const limiter = (id: string, test: Limiter['test'], rest: Partial<Limiter> = {}): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  ...rest,
});
const ENGLISH = limiter('english', { kind: 'facet', facet: 'language', allowed: ['en'] });
const MATS = limiter('mats', { kind: 'query', query: 'title any "mats pads rodilleras"' });
const RECENT = limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'calendar-years', years: 10 } });

let db: TestDatabase;
let id: string;
let databases: { id: string; name: string }[];
const numbers = new Map<string, number>();
const no = (part: string) => [...numbers].find(([title]) => title.includes(part))![1];
async function set(sieve: Sieve) {
  const { review } = await reviewState(db.context(), id);
  expect(await saveSieve(db.context(), id, { sieve, seenEdit: review.sieveEdit })).toMatchObject({ ok: true });
}
const figures = async () => {
  const { run } = await reviewState(db.context(), id);
  const { through, held, stopped } = funnelOf(run);
  return [through, held, stopped];
};

beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const vh = await importText(db, id, 'VH', VH, true);
  const qa = await importText(db, id, 'QA', QA);
  databases = [
    { id: vh.databaseId, name: 'Database VH' },
    { id: qa.databaseId, name: 'Database QA' },
  ];
  const state = await reviewState(db.context(), id);
  for (const w of (await said(listWorks(db.context(), id, [...state.columns.numbers]))).works) numbers.set(w.title, w.no);
}); // prettier-ignore
afterAll(() => db.close());

test('a new review holds what was retracted from the start', async () => {
  const { review } = await reviewState(db.context(), id);
  expect(review.sieve).toMatchObject([
    { test: { kind: 'flags', flags: ['retracted', 'withdrawn', 'concern'] }, whenUnknown: 'hold', on: true },
  ]);
});

test('text is read once a revision, and its answers are those that the browser is given', async () => {
  await set([MATS]);
  expect(await figures()).toEqual([3, 0, 3]);
  const { columns } = await reviewState(db.context(), id);
  const asked = await askText(db.context(), id, { test: MATS.test, revision: columns.revision });
  expect(asked).toMatchObject({ ok: true });
  const bytes = [...Buffer.from((asked as { bytes: string }).bytes, 'base64')];
  expect([...columns.numbers].filter((_, i) => bytes[i] === 2).sort()).toEqual([no('mats'), no('pads'), no('Rodilleras')].sort());
  expect(await db.context().em.count(TextAnswer, { reviewId: id })).toBe(1);
  expect(await askText(db.context(), id, { test: MATS.test, revision: columns.revision - 1 })).toMatchObject({ code: 'older-columns' });
  const broken = { ...MATS, test: { kind: 'query', query: 'title = (mats' } } as Limiter;
  expect(await askText(db.context(), id, { test: broken.test, revision: columns.revision })).toMatchObject({ code: 'bad-query' });
  const { review } = await reviewState(db.context(), id);
  expect(await saveSieve(db.context(), id, { sieve: [broken], seenEdit: review.sieveEdit })).toMatchObject({
    code: 'bad-query',
    message: expect.stringMatching(/^mats: .* \(character \d+\)$/),
  });
});

test('a sieve that takes longer than it may says of the other works that it cannot tell, and is not begun again', async () => {
  const slow = { ...MATS, id: 'slow', test: { kind: 'query', query: 'title = pads or title = straps' } } as Limiter;
  const { columns } = await reviewState(db.context(), id);
  const answers = await textAnswers(db.context(), id, columns, [slow], 0);
  expect([...answers.values()].map(notRead)).toEqual([columns.numbers.length]);
  await set([slow]);
  expect(await figures()).toEqual([0, columns.numbers.length, 0]);
  const asked = await askText(db.context(), id, { test: slow.test, revision: columns.revision });
  expect(notRead(Buffer.from((asked as { bytes: string }).bytes, 'base64'))).toBe(columns.numbers.length);
});

test("a person's word passes a work at the limiters it names, is undone by a row of its own, and never rewritten", async () => {
  await set([ENGLISH, MATS]);
  expect(await figures()).toEqual([2, 0, 4]);
  const spanish = no('Rodilleras');
  const said = await overrideWorks(db.context(), id, { works: [spanish], limiters: ['english'], fate: 'pass', reason: 'The only trial.' });
  expect(said).toMatchObject({ ok: true, spoken: { last: 1, overrides: [{ work: spanish, limiters: ['english'], fate: 0 }] } });
  expect(await figures()).toEqual([3, 0, 3]);
  // At another limiter the word does not help.
  await overrideWorks(db.context(), id, { works: [no('Straps 4')], limiters: ['english'], fate: 'pass', reason: 'r' });
  expect(await figures()).toEqual([3, 0, 3]);
  const detail = await workDetail(db.context(), id, spanish);
  expect(detail.outcome).toBe("through all 2 limiters, at english by a person's word");
  expect(detail.overrides).toMatchObject([{ fate: 'pass', limiters: ['english'], reason: 'The only trial.', person: 'A. Reader' }]);
  expect((await workDetail(db.context(), id, no('Straps 4'))).limiters).toMatchObject([{ id: 'mats', stops: true }]);
  const seqs = (said as { seqs: number[] }).seqs;
  // Taking it back is a word of its own, and once is enough.
  const left = { last: 3, overrides: [{ work: no('Straps 4') }] };
  for (let i = 0; i < 2; i++) expect(await undoOverrides(db.context(), id, { seqs })).toMatchObject({ ok: true, spoken: left });
  expect(await figures()).toEqual([2, 0, 4]);
  expect(await db.context().em.count(SieveOverride, { reviewId: id })).toBe(3);
  await expect(db.context().em.nativeUpdate(SieveOverride, { reviewId: id, seq: seqs[0] }, { reason: 'x' })).rejects.toThrow(
    'never changed',
  );
  const refused = { works: [spanish], limiters: ['gone'], fate: 'pass' as const, reason: 'r' };
  expect(await overrideWorks(db.context(), id, refused)).toMatchObject({ code: 'no-limiter' });
  expect(await overrideWorks(db.context(), id, { ...refused, limiters: ['english'], works: [999] })).toMatchObject({ code: 'no-work' });
});

test('works that are held are ruled on together, and that is one act to take back', async () => {
  await set([limiter('type', { kind: 'coded', axis: 'publicationType', allowed: ['research-article'] })]);
  const before = await figures();
  const workNos = [no('Straps 4'), no('Straps 5')];
  const preview = await previewRuling(db.context(), id, { axis: 'publicationType', codes: ['news'], on: workNos });
  expect(preview).toMatchObject({
    ok: true,
    works: 2,
    changes: expect.arrayContaining([expect.objectContaining({ to: ['news'], works: 2 })]),
  });
  const ruling = {
    axis: 'publicationType' as const,
    codes: ['news'],
    workNo: null,
    workNos,
    cause: null,
    standing: false,
    reason: 'Bulletins.',
  };
  const ruled = await ruleAxis(db.context(), id, ruling);
  expect(ruled).toMatchObject({ ok: true, works: 2 });
  const after = await figures();
  expect(after[2]! - before[2]!).toBe(2);
  await undoRuling(db.context(), id, { seq: (ruled as { seq: number }).seq });
  expect(await figures()).toEqual(before);
});

test('versions are compared on the works as they are, with decisions that the later one does not agree with', async () => {
  await set([MATS]);
  const first = await freezeSieve(db.context(), id, 'Mats and pads.');
  const decided = await decideWork(db.context(), id, { workNo: no('pads'), verdict: 'keep', reasonCode: '', grounds: 'g', seenSeq: 0 });
  expect(decided).toMatchObject({ ok: true });
  await set([MATS, RECENT]);
  const second = await freezeSieve(db.context(), id, 'Ten years.');
  const compared = await compareVersions(db.context(), id, { before: first, after: second });
  expect(compared).toMatchObject({
    ok: true,
    comparison: {
      before: { through: 3 },
      after: { through: 2 },
      changes: [{ id: 'recent', what: 'added', gained: [], lost: [no('pads')] }],
      elsewhere: { gained: [], lost: [] },
      noLonger: [no('pads')],
    },
  });
  expect(await versionsOf(db.context(), id)).toMatchObject([
    { number: second, decisions: 0 },
    { number: first, note: 'Mats and pads.', decisions: 1 },
  ]);
  // A word on a work after a version makes it another version, and is told as what outcomes rest on.
  await overrideWorks(db.context(), id, { works: [no('pads')], limiters: ['recent'], fate: 'pass', reason: 'A classic.' });
  expect(await freezeSieve(db.context(), id, '')).toBe(second + 1);
  const later = await compareVersions(db.context(), id, { before: second, after: second + 1 });
  expect(later).toMatchObject({ comparison: { basis: ['1 choice on a single work'], changes: [] } });
  expect(await compareVersions(db.context(), id, { before: 99, after: 0 })).toMatchObject({ code: 'no-version' });
}); // prettier-ignore

test('a sieve goes out as a file and comes back the same, its waivers by the names of databases', async () => {
  const waived = { ...ENGLISH, waivers: [{ database: databases[1]!.id, reason: 'All of it is in English.' }] };
  await set([waived, RECENT]);
  const { text, name } = await sieveFile(db.context(), id, 0);
  expect(name).toBe('sieve-working.json');
  expect(JSON.parse(text).limiters[0].waivers).toEqual([{ database: 'Database QA', reason: 'All of it is in English.' }]);
  expect(readSieve(text, databases)).toMatchObject({
    sieve: [waived, RECENT],
    basis: { asOf: '2026-09-14', question: 'treatment-benefit' },
    notes: [],
  });
  const elsewhere = readSieve(text, []);
  expect(elsewhere).toMatchObject({ sieve: [ENGLISH, RECENT], notes: [expect.stringContaining('Database QA')] });
});
test('the published schema of sieve files is that of the program', async () => {
  expect(JSON.parse(await readFile('docs/sieve.schema.json', 'utf8'))).toEqual(JSON.parse(sieveFileSchema()));
});

test('parity follows steps, profiles and records; what a name means can be said', async () => {
  await set([ENGLISH, RECENT]);
  const em = db.context().em;
  const [vh] = await em.find(Retrieval, { reviewId: id }, { orderBy: { number: 'asc' } });
  const step = { number: 1, done: 'mats', count: 3, tabs: [], removed: [] };
  vh!.steps = [
    {
      ...step,
      limiters: [
        { name: 'English', how: 'control' },
        { name: 'Blue stickers', how: 'control' },
      ],
    },
  ];
  await em.flush();
  const states = async () => {
    const view = await parityView(db.context(), id);
    return Object.fromEntries(view.rows.map((r) => [r.name, r.cells.map((c) => c?.state ?? null)]));
  };
  expect(await states()).toEqual({ english: ['even', 'even'], recent: ['even', 'even'], 'Blue stickers': ['extra-there', null] });
  const { retrievals, even, cells, told, works } = await parityView(db.context(), id);
  expect([even, cells, told, works]).toEqual([4, 5, 6, 6]);
  expect(retrievals[0]!.natives).toMatchObject([
    { name: 'English', leaks: 1, hidden: 0 },
    { name: 'Blue stickers', asks: null },
  ]);
  const leaks = { retrieval: vh!.id, limiter: 'English', what: 'native-leaks' } as const;
  expect(await parityWorks(db.context(), id, leaks)).toMatchObject({ ok: true, numbers: [no('Rodilleras')] });
  const asText = { databaseId: databases[0]!.id, name: 'Blue stickers', sample: 'words' };
  expect(await nameNative(db.context(), id, asText)).toMatchObject({ code: 'not-testable' });
  // Blue stickers are years: now the row has a twin, and works of the other database that they would have hidden show.
  await nameNative(db.context(), id, { databaseId: databases[0]!.id, name: 'blue stickers', sample: 'five-calendar-years' });
  expect(await states()).toEqual({ english: ['even', 'even'], recent: ['narrower-there', 'even'] });
  const hidden = { retrieval: vh!.id, limiter: 'Blue stickers', what: 'hidden' } as const;
  expect(await parityWorks(db.context(), id, hidden)).toMatchObject({
    ok: true,
    numbers: [no('Straps 4'), no('Straps 5'), no('Straps 6')],
  });
}); // prettier-ignore
