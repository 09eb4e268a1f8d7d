import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { funnelOf, sieveSchema } from '@/core/sieve';
import { NotFound } from '@/platform/context';
import { decideWork } from '@/stages/decide/commands/decide';
import { decideQueue, queueInput } from '@/stages/decide/queries/decide-queue';
import { reviewState } from '@/stages/decide/store/review-state';
import { mergeView } from '@/stages/merge/queries/merge-view';
import { unmappedTerms } from '@/stages/retrieve/queries/database-view';
import { rejectedEntries } from '@/stages/retrieve/queries/rejected-entries';
import { listReviews } from '@/stages/review/queries/list-reviews';
import { stripFigures } from '@/stages/review/queries/strip-figures';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { exportCsv } from '@/stages/write-up/queries/export-works';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { said } from '@/testing/said';
import { whole } from '@/testing/whole';
import { listWorks } from './queries/list-works';
import { orderWorks } from './queries/order-works';
import { workDetail } from './queries/work-detail';

const entry = (type: string, ...lines: string[]) => [`TY  - ${type}`, ...lines, 'ER  - ', ''].join('\n');
const RIS = [
  entry('JOUR', 'TI  - Knee pads: a cohort study', 'AU  - Falk, Iben', 'PY  - 2021', 'SN  - 9990-1048', 'DO  - 10.5555/a'),
  entry('JOUR', 'TI  - Gel or foam: a randomised trial', 'AU  - Øde, Ann', 'PY  - 2015', 'SN  - 9990-1048'),
  entry('JOUR', 'TI  - Straps at 100%: a randomised trial', 'AU  - Lee, Bo', 'PY  - 2022', 'SN  - 9990-1048'),
  entry('XYZZ', 'TI  - Floors and how to lay them', 'PY  - 2001'),
  entry('JOUR', 'AU  - Nameless, A', 'PY  - 2011'),
].join('\n');
const NBIB = [
  'PMID- 99000001\nTI  - Knee pads: a cohort study.\nFAU - Falk, Iben\nDP  - 2021\nLID - 10.5555/a [doi]\nPT  - Editorial\nPT  - Practice Guideline\n',
  'PMID- 99000002\nTI  - Bare knees: a survey.\nFAU - Ngata, Hemi\nDP  - 2019 Mar\nPT  - Journal Article\nPT  - Lamp Study\n',
].join('\n');
const LEVELS = {
  id: 'levels',
  name: 'Evidence 1–2',
  test: { kind: 'coded', axis: 'level', allowed: ['1', '2'] },
  evidence: 'stated-and-inferred',
  whenUnknown: 'let-through',
  rationale: '',
  on: true,
} as const;

let db: TestDatabase;
let id: string;
let fileId: string;
const numbers = new Map<string, number>();
const no = (part: string) => [...numbers].find(([title]) => title.includes(part))![1];
const titles = (list: readonly number[]) => list.map((n) => [...numbers].find(([, no]) => no === n)![0].split(':')[0]);

beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  ({ fileId } = await importText(db, id, 'VH', RIS, true));
  await importText(db, id, 'OF', NBIB);
  const state = await reviewState(db.context(), id);
  for (const w of (await said(listWorks(db.context(), id, [...state.columns.numbers]))).works) numbers.set(w.title, w.no);
});
afterAll(() => db.close());

test('a list comes in the order asked for, and passes over what is not there', async () => {
  const asked = [no('Straps'), 999, no('Knee pads')];
  const lines = (await said(listWorks(db.context(), id, asked))).works;
  expect(lines.map((l) => l.title)).toEqual(['Straps at 100%: a randomised trial', 'Knee pads: a cohort study']);
  expect(lines[1]).toMatchObject({ tags: ['VH', 'OF'], authors: 'Falk I', date: '2021' });
});

test.each([
  ['title', '', ['Bare knees', 'Floors and how to lay them', 'Gel or foam', 'Knee pads', 'Straps at 100%']],
  ['date', '', ['Floors and how to lay them', 'Gel or foam', 'Bare knees', 'Knee pads', 'Straps at 100%']],
  ['title', 'KNEE', ['Bare knees', 'Knee pads']],
  ['title', 'randomised lee', ['Straps at 100%']],
  ['title', '100%', ['Straps at 100%']],
  ['title', '%', ['Straps at 100%']],
  ['title', '_', []],
  ['title', "'; drop table work; --", []],
] as const)('by %s, finding %p', async (order, find, expected) => {
  const all = [...numbers.values()];
  expect(titles((await said(orderWorks(db.context(), id, { numbers: all, order, find }))).numbers)).toEqual(expected);
});

test('the overlap of databases, and the works behind it', async () => {
  const view = await mergeView(db.context(), id);
  expect(view).toMatchObject({
    records: 6,
    works: 5,
    overlap: [
      [4, 1],
      [1, 2],
    ],
    pair: [],
  });
  expect(titles(view.listed)).toEqual(['Knee pads']);
  for (const [pair, n] of [
    [['VH', 'OF'], 1],
    [['VH', 'VH'], 4],
    [['OF', 'OF'], 2],
    [['OF', 'ZZ'], 1],
  ] as const)
    expect([pair, (await mergeView(db.context(), id, pair)).listed.length]).toEqual([pair, n]);
});

test('terms that no table knows are counted', async () => {
  expect(await unmappedTerms(db.context(), id)).toEqual([
    expect.objectContaining({ tag: 'OF', vocabulary: 'mesh-publication-type', term: 'Lamp Study', records: 1 }),
    expect.objectContaining({ tag: 'VH', vocabulary: 'ris-type', term: 'XYZZ', records: 1 }),
  ]);
});

test('rejected entries come with their place and text; a file that is not there is not found', async () => {
  expect(await rejectedEntries(db.context(), id, fileId)).toMatchObject([
    { ordinal: 5, message: expect.stringContaining('neither a title nor an identifier'), raw: expect.stringContaining('Nameless') },
  ]);
  await expect(rejectedEntries(db.context(), id, randomUUID())).rejects.toThrow(NotFound);
  await expect(rejectedEntries(db.context(), id, 'x')).rejects.toThrow(NotFound);
});

test('a work with a conflict names both sides, and is never settled', async () => {
  const detail = await workDetail(db.context(), id, no('Knee pads'));
  expect(detail.classification.axes.publicationType.status).toBe('conflicting');
  expect(detail.draft).toMatch(/publication type disputed between .*guideline.* or editorial/i);
  expect(detail.records.map((r) => r.tag)).toEqual(['VH', 'OF']);
  await expect(workDetail(db.context(), id, 999)).rejects.toThrow(NotFound);
});

test('the queue: best evidence first, then the newest; decided works that the sieve would stop now stay in it', async () => {
  const queue = async () => decideQueue(db.context(), await reviewState(db.context(), id), queueInput({}));
  const first = await queue();
  expect(titles(first.numbers).slice(0, 2)).toEqual(['Straps at 100%', 'Gel or foam']);
  expect(first).toMatchObject({ decided: [], against: [] });
  const survey = no('Bare knees');
  expect(
    await decideWork(db.context(), id, { workNo: survey, verdict: 'keep', reasonCode: '', grounds: 'Read.', seenSeq: 0 }),
  ).toMatchObject({ ok: true });
  const { sieveEdit } = (await reviewState(db.context(), id)).review;
  const saved = await saveSieve(db.context(), id, {
    sieve: [{ ...LEVELS, test: { ...LEVELS.test, allowed: [...LEVELS.test.allowed] } }],
    seenEdit: sieveEdit,
  });
  expect(saved).toMatchObject({ ok: true, versionEdited: true });
  const second = await queue();
  expect(second.numbers).toContain(survey);
  expect(second.against).toEqual([survey]);
  expect(second.decided).toEqual([[survey, 'kept', '']]);
  // The editorial in dispute is stopped now, whichever it is.
  expect(second.numbers).toHaveLength(first.numbers.length - 1);
  expect(await stripFigures(db.context(), id)).toMatchObject({
    records: 6,
    works: 5,
    firstDone: 1,
    broken: 0,
    versionEdited: true,
  });
});

test('all works can be taken out, decided or not', async () => {
  const rows = (await whole(exportCsv(db.context(), id, ['undecided', 'kept', 'stopped', 'held']))).trim().split('\r\n');
  expect(rows).toHaveLength(1 + 5);
});

// One implementation, two places: the same records and the same sieve give the same outcome from a terminal.
test('the command line stops, holds and lets through what the application does', async () => {
  const own = await aReview(db.context());
  const file = 'demo/files/vellmora.ris';
  await importText(db, own.id, 'VH', readFileSync(file, 'utf8'), true);
  const sieve = sieveSchema.parse(JSON.parse(readFileSync('demo/data/sieve.json', 'utf8')));
  expect(await saveSieve(db.context(), own.id, { sieve, seenEdit: 0 })).toMatchObject({ ok: true });
  const { run, outcomes, columns } = await reviewState(db.context(), own.id);
  const here = new Map<string, string>();
  const all = [...columns.numbers];
  const pages = [];
  for (let at = 0; at < all.length; at += 500) pages.push(await said(listWorks(db.context(), own.id, all.slice(at, at + 500))));
  for (const line of pages.flatMap((p) => p.works)) {
    const i = columns.numbers.indexOf(line.no);
    const by = outcomes.by[i]!;
    here.set(line.no + line.title, `${['through', 'held', 'stopped'][outcomes.fate[i]!]} ${by < 0 ? '' : sieve[by]!.id}`);
  }
  const args = ['sieve', '--with', 'demo/data/sieve.json', '--as-of', '2026-09-14', '--refereed-journals', file];
  const printed = execFileSync(process.execPath, ['--import', 'tsx', 'src/cli/main.ts', ...args], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'ignore'],
    maxBuffer: 1 << 26,
  });
  const lines = printed
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l));
  const { funnel } = lines.pop();
  const tally = (all: Iterable<string>) => {
    const counts: Record<string, number> = {};
    for (const o of all) counts[o] = (counts[o] ?? 0) + 1;
    return counts;
  };
  expect(tally(lines.map((l) => `${l.outcome} ${l.by ?? ''}`))).toEqual(tally(here.values()));
  const { rows, through, held, stopped } = funnelOf(run);
  expect(funnel).toMatchObject({ through, held, stopped, rows: rows.map(({ whole, without, alone }) => ({ whole, without, alone })) });
});

test('reviews are listed with their sizes', async () => {
  expect((await listReviews(db.context())).reviews).toContainEqual(expect.objectContaining({ id, records: 6, works: 5, decisions: 1 }));
});
