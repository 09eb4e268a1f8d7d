import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { parse } from 'csv-parse/sync';
import { DEFAULT_PROFILE } from '@/core/parity';
import { Decision, ImportFile, Job, SieveVersion, Work } from '@/platform/db/schema';
import { classifyOutdated } from '@/stages/classify/jobs/classify-outdated';
import { decideWork } from '@/stages/decide/commands/decide';
import { reviewState } from '@/stages/decide/store/review-state';
import { saveCriteria } from '@/stages/question/commands/save-criteria';
import { ReviewSettings, saveSettings } from '@/stages/question/commands/save-settings';
import type { CriterionInput } from '@/stages/question/store/criteria';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { runJob } from '@/stages/run-job';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { freezeSieve } from '@/stages/sieve/store/freeze-sieve';
import { workDetail } from '@/stages/works/queries/work-detail';
import { exportCsv, exportRecords } from '@/stages/write-up/queries/export-works';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { whole } from '@/testing/whole';
import { overview } from './queries/overview';

const ris = (...entries: string[][]) => entries.map((lines) => ['TY  - JOUR', ...lines, 'ER  - ', ''].join('\n')).join('\n'); // prettier-ignore
const TRIAL = [
  'TI  - Knee pads for tilers: a randomised trial',
  'AU  - Falk, Iben',
  'PY  - 2021',
  'SN  - 9990-1048',
  'DO  - 10.5555/a',
  'AB  - METHODS: Forty tilers were randomly allocated to pads. RESULTS: Pain fell.',
];
const EDITORIAL = ['TI  - Editorial: kneeling for a living', 'AU  - Sund, Alva', 'PY  - 2021', 'SN  - 9990-1048'];
const OLD = ['TI  - Knee pads: a cohort study', 'AU  - Ngata, Hemi', 'PY  - 1999', 'SN  - 9990-1048'];
const NBIB =
  'PMID- 99000001\nTI  - Knee pads for tilers: a randomised trial.\nFAU - Falk, Iben\nDP  - 2021 Mar\nLID - 10.5555/a [doi]\nPT  - Journal Article\nPT  - Randomized Controlled Trial\n\nPMID- \nOWN - X\n\n';
const REFEREED = {
  id: 'refereed',
  name: 'Refereed',
  test: { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] },
  evidence: 'stated-and-inferred',
  whenUnknown: 'hold',
  rationale: '',
  on: true,
} as const;
const RECENT = {
  id: 'recent',
  name: 'Last 10 years',
  test: { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } },
  evidence: 'stated',
  whenUnknown: 'hold',
  rationale: '',
  on: true,
} as const;
const refereed = () => ({ ...REFEREED, test: { ...REFEREED.test, allowed: [...REFEREED.test.allowed] } });
const CRITERIA: CriterionInput[] = [
  {
    id: randomUUID(),
    text: 'Tilers',
    definition: '',
    judgedBy: 'reader',
    reasonCode: 'population',
    quota: { atLeast: 1, all: [{ axis: 'peerReview', allowed: ['refereed'] }], years: null },
  },
];
const criteria = () => CRITERIA.map((c) => ({ ...c }));

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

async function halfWay() {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', ris(TRIAL, EDITORIAL, OLD), true);
  await importText(db, id, 'OF', NBIB);
  await saveCriteria(db.context(), id, { value: criteria() });
  await saveSieve(db.context(), id, { sieve: [refereed(), RECENT], seenEdit: 0 });
  const works = await db.context().em.find(Work, { reviewId: id }, { orderBy: { no: 'asc' } });
  const no = (part: string) => works.find((w) => w.title.includes(part))!.no;
  return { id, works, trial: no('randomised'), editorial: no('Editorial'), old: no('cohort') };
}
const decision = (workNo: number, rest: object = {}) => ({
  workNo,
  verdict: 'keep' as const,
  reasonCode: '',
  grounds: 'Because.',
  seenSeq: 0,
  ...rest,
});

test('two files become records, works, classification and counts that add up', async () => {
  const { id, works, trial, editorial, old } = await halfWay();
  expect(works.map((w) => w.records.length)).toEqual([2, 1, 1]);
  const o = await overview(db.context(), id);
  expect(o).toMatchObject({ records: 4, works: 3, through: 1, held: 0, stopped: 2 });
  expect(o.identities.filter((i) => !i.holds)).toEqual([]);
  expect(o.identities.find((i) => i.words.includes('OF.txt'))).toMatchObject({ left: 2, right: 2 });
  const state = await reviewState(db.context(), id);
  expect([trial, editorial, old].map((no) => state.states[state.indexOf.get(no)!])).toEqual(['undecided', 'stopped', 'stopped']);
  const detail = await workDetail(db.context(), id, trial);
  expect(detail.records.map((r) => r.tag)).toEqual(['VH', 'OF']);
  expect(detail.records[0]!.raw).toContain('TY  - JOUR');
  expect(detail.draft).toContain('refereed');
});

test('decisions are added, never changed; undo is a row; a stale one is refused', async () => {
  const { id, trial } = await halfWay();
  expect(await decideWork(db.context(), id, decision(trial))).toMatchObject({ ok: true, seq: 1 });
  expect(await decideWork(db.context(), id, decision(trial, { verdict: 'exclude', reasonCode: 'population' }))).toMatchObject({
    ok: false,
    code: 'changed-meanwhile',
  });
  expect(await decideWork(db.context(), id, decision(trial, { verdict: 'exclude', seenSeq: 1 }))).toMatchObject({
    ok: false,
    code: 'no-reason',
  });
  expect(await decideWork(db.context(), id, decision(trial, { verdict: 'undo', seenSeq: 1 }))).toMatchObject({ ok: true, seq: 2 });
  expect(await decideWork(db.context(), id, decision(trial, { verdict: 'undo', seenSeq: 2 }))).toMatchObject({
    ok: false,
    code: 'nothing-to-undo',
  });
  expect((await reviewState(db.context(), id)).counts).toMatchObject({ undecided: 1, kept: 0 });
  expect(await db.context().em.count(Decision, { reviewId: id })).toBe(2);
  // The state at the time stands beside each decision, and the sieve it was made under is a version.
  const [first] = await db.context().em.find(Decision, { reviewId: id }, { orderBy: { seq: 'asc' } });
  expect(first!.snapshot).toMatchObject({ axes: { level: { codes: ['2'] } }, outcome: 'through all 2 limiters' });
  expect(first!.sieveVersion).toBe(1);
});

test('two people deciding at once: one is refused', async () => {
  const { id, trial } = await halfWay();
  const both = await Promise.all([
    decideWork(db.context(), id, decision(trial)),
    decideWork(db.context(), id, decision(trial, { verdict: 'wait' })),
  ]);
  expect(both.map((r) => r.ok).sort()).toEqual([false, true]);
});

test('the database itself refuses to change or delete what was retrieved, decided or saved as a version', async () => {
  const { id, trial } = await halfWay();
  await decideWork(db.context(), id, decision(trial));
  for (const table of ['record', 'rejected_entry', 'decision', 'sieve_version']) {
    const { em } = db.context();
    const [{ n }] = await em.execute<[{ n: number }]>(`select count(*)::int as n from ${table} where review_id = ?`, [id]);
    expect([table, n > 0]).toEqual([table, true]);
    await expect(em.execute(`delete from ${table} where review_id = ?`, [id])).rejects.toThrow('never changed or deleted');
    await expect(em.execute(`update ${table} set review_id = review_id where review_id = ?`, [id])).rejects.toThrow(
      'never changed or deleted',
    );
  }
});

test('the sieve: an edit somebody else did not see is refused, and versions follow changes only', async () => {
  const { id } = await halfWay();
  expect(await saveSieve(db.context(), id, { sieve: [], seenEdit: 0 })).toMatchObject({
    ok: false,
    code: 'changed-meanwhile',
    current: { sieve: [{ id: 'refereed' }, { id: 'recent' }], edit: 1 },
  });
  expect(
    await saveSieve(db.context(), id, { sieve: [{ ...refereed(), test: { ...REFEREED.test, allowed: ['surely'] } }], seenEdit: 1 }),
  ).toMatchObject({ ok: false, code: 'unknown-code' });
  expect(await freezeSieve(db.context(), id, '')).toBe(1);
  expect(await freezeSieve(db.context(), id, '')).toBe(1);
  await saveSieve(db.context(), id, { sieve: [refereed()], seenEdit: 1 });
  expect(await freezeSieve(db.context(), id, 'wider')).toBe(2);
  expect((await db.context().em.findOneOrFail(SieveVersion, { reviewId: id, number: 1 })).limiters).toHaveLength(2);
});

test('a decided work that the sieve would now stop stays decided', async () => {
  const { id, trial } = await halfWay();
  await decideWork(db.context(), id, decision(trial));
  await saveSieve(db.context(), id, { sieve: [{ ...refereed(), test: { ...REFEREED.test, allowed: ['preprint'] } }], seenEdit: 1 });
  const o = await overview(db.context(), id);
  expect(o.states).toMatchObject({ kept: 1, stopped: 2 });
  expect(o.identities.filter((i) => !i.holds)).toEqual([]);
});

test('works keep their numbers and decisions when another file arrives', async () => {
  const { id, trial, works } = await halfWay();
  await decideWork(db.context(), id, decision(trial));
  await importText(db, id, 'QA', ris(['TI  - Gel or foam', 'AU  - Lee, Bo', 'PY  - 2020'], TRIAL));
  const now = await db.context().em.find(Work, { reviewId: id }, { orderBy: { no: 'asc' } });
  expect(now.map((w) => w.no)).toEqual([...works.map((w) => w.no), 4]);
  expect(now[trial - 1]!.records).toHaveLength(3);
  expect((await reviewState(db.context(), id)).counts.kept).toBe(1);
});

test('a decision on a work that turns out to be another one is not lost', async () => {
  const { id } = await aReview(db.context());
  await importText(
    db,
    id,
    'VH',
    ris(
      ['TI  - Pads one way of seeing', 'AU  - Falk, I', 'PY  - 2020', 'DO  - 10.5555/z'],
      ['TI  - Gel or foam for knees', 'AU  - Lee, Bo', 'PY  - 2020'],
    ),
  );
  await decideWork(db.context(), id, decision(2));
  // The newcomer has the DOI of the first and title, year and author of none: it bridges by DOI only.
  await importText(
    db,
    id,
    'OF',
    ris(
      ['TI  - Gel or foam for knees', 'AU  - Lee, Bo', 'PY  - 2020', 'DO  - 10.5555/q'],
      ['TI  - Pads: one way of seeing', 'AU  - Falk, I', 'PY  - 2021', 'DO  - 10.5555/z'],
    ),
  );
  const state = await reviewState(db.context(), id);
  expect(state.columns.numbers.length).toBe(2);
  expect(state.counts.kept).toBe(1);
});

test('running a job twice, or again after a crash, adds nothing', async () => {
  const { id } = await aReview(db.context());
  const { fileId } = await importText(db, id, 'VH', ris(TRIAL, OLD));
  const jobs = await db.context().em.find(Job, { reviewId: id });
  for (const job of jobs) {
    await db.context().em.nativeUpdate(Job, { reviewId: id, id: job.id }, { state: 'running' });
    await runJob(db.context(), id, job.id, true);
  }
  await db.work(id);
  expect(await overview(db.context(), id)).toMatchObject({ records: 2, works: 2 });
  expect(await db.context().em.findOneOrFail(ImportFile, { reviewId: id, id: fileId })).toMatchObject({ state: 'imported', parsed: 2 });
});

test('files that cannot be read are refused with a reason, and the same file is noticed', async () => {
  const { id } = await aReview(db.context());
  const { databaseId } = await importText(db, id, 'VH', ris(TRIAL));
  const send = (name: string, content: Uint8Array | string) =>
    receiveFile(db.context(), id, { databaseId }, name, Readable.from([Buffer.from(content)]));
  expect(await send('empty.ris', '')).toMatchObject({ ok: false, code: 'empty-file' });
  expect(await send('photo.ris', new Uint8Array([1, 2, 0, 3]))).toMatchObject({ ok: false, code: 'binary-file' });
  expect(await send('table.ris', 'a,b,c\n1,2,3\n')).toMatchObject({ ok: false, code: 'unknown-format' });
  expect(await send('again.ris', ris(TRIAL))).toMatchObject({ ok: false, code: 'same-file' });
  for (const nowhere of [randomUUID(), 'not-an-id']) {
    expect(await receiveFile(db.context(), id, { databaseId: nowhere }, 'x.ris', Readable.from(['x']))).toMatchObject({
      ok: false,
      code: 'no-database',
    });
  }
  expect(await db.context().em.count(ImportFile, { reviewId: id, state: 'refused' })).toBe(3);
});

test('a change of the database profile classifies anew', async () => {
  const { id } = await aReview(db.context());
  const { databaseId } = await importText(db, id, 'VH', ris(TRIAL));
  const peer = async () => (await db.context().em.findOneOrFail(Work, { reviewId: id, no: 1 })).axes.peerReview.codes;
  expect(await peer()).toEqual(['refereed', 'not-refereed', 'preprint']);
  await saveDatabase(db.context(), id, {
    id: databaseId,
    name: 'Database VH',
    tag: 'VH',
    profile: { ...DEFAULT_PROFILE, allJournalsRefereed: true },
  });
  await db.work(id);
  expect(await peer()).toEqual(['refereed']);
});

test('a review that other rules classified is queued to be classified anew, once', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', ris(TRIAL, OLD), true);
  const { em } = db.context();
  const queued = () => em.count(Job, { reviewId: id, state: 'queued' });
  await classifyOutdated(db.context());
  expect(await queued()).toBe(0);
  await em.execute(`update record_claims set rule_set = 'older:refereed', doc = '{}' where review_id = ? and record_no = 1`, [id]);
  await classifyOutdated(db.context());
  await classifyOutdated(db.context());
  expect(await queued()).toBe(1);
  await db.work(id);
  expect((await workDetail(db.context(), id, 1)).draft).toContain('randomised');
});

test('criteria: codes are unique, and one that decisions name keeps its code', async () => {
  const { id, trial } = await halfWay();
  await decideWork(db.context(), id, decision(trial, { verdict: 'exclude', reasonCode: 'population' }));
  const [one] = criteria();
  expect(await saveCriteria(db.context(), id, { value: [one!, { ...one!, id: randomUUID() }] })).toMatchObject({
    ok: false,
    code: 'code-twice',
  });
  expect(await saveCriteria(db.context(), id, { value: [{ ...one!, reasonCode: 'people' }] })).toMatchObject({
    ok: false,
    code: 'code-in-use',
  });
  expect((await overview(db.context(), id)).quotas).toMatchObject([
    { criterion: 'Tilers', words: 'refereed', atLeast: 1, kept: 0, through: 0, possible: 0 },
  ]);
});

test('settings: saved when whole; an unknown kind of question or an impossible date never reaches the review', async () => {
  const { id } = await aReview(db.context());
  const { em } = db.context();
  const [row] = await em.execute<[ReviewSettings]>(
    'select title, question, kind, population, intervention, comparison, outcome, as_of as "asOf", scheme, person from review where id = ?',
    [id],
  );
  expect(await saveSettings(db.context(), id, { value: { ...row, title: 'New title' } })).toMatchObject({ ok: true });
  expect((await reviewState(db.context(), id)).review.title).toBe('New title');
  for (const wrong of [{ kind: 'no-such' }, { asOf: '2026-02-30' }, { title: ' ' }]) {
    expect([wrong, ReviewSettings.safeParse({ ...row, ...wrong }).success]).toEqual([wrong, false]);
  }
  expect(await saveSettings(db.context(), id, { value: { ...row, scheme: 'no-such' } })).toMatchObject({ ok: false, code: 'no-scheme' });
});

test('exports hold every axis, decision and grounds, and nothing that a spreadsheet runs', async () => {
  const { id, trial, editorial } = await halfWay();
  await decideWork(db.context(), id, decision(trial, { grounds: '=1+1 "quoted"\nsecond line' }));
  await decideWork(db.context(), id, decision(editorial, { verdict: 'exclude', reasonCode: 'population', grounds: 'Opinion.' }));
  const rows = parse(await whole(exportCsv(db.context(), id)), { bom: true, columns: true }) as Record<string, string>[];
  expect(rows).toHaveLength(2);
  expect(rows[0]).toMatchObject({
    state: 'kept',
    'first public': '2021',
    'first public from': '2021-01-01',
    'evidence level': '2',
    'evidence level settled by': 'asserted',
    'publication type': 'research-article',
    databases: 'Database VH; Database OF',
    grounds: '\'=1+1 "quoted"\nsecond line',
  });
  expect(rows[1]).toMatchObject({ state: 'excluded', 'reason code': 'population', reason: 'Tilers', 'peer review': 'venue-only' });
  const text = await whole(exportRecords(db.context(), id, 'ris'));
  expect(text).toContain('N1  - Decision: exclude (Tilers)\r\nN1  - Grounds: Opinion.');
  expect(text.match(/^TY {2}- /gm)).toHaveLength(2);
});
