import { Readable } from 'node:stream';
import { MergePairRow, MergeQuestion, Work, WorkLink } from '@/platform/db/schema';
import { Cancelled } from '@/platform/queue/progress';
import { mergeAndClassify } from '@/stages/classify/jobs/merge-and-classify';
import { decideWork } from '@/stages/decide/commands/decide';
import { reviewState } from '@/stages/decide/store/review-state';
import { addRetrieval } from '@/stages/retrieve/commands/add-retrieval';
import { cancelJob } from '@/stages/retrieve/commands/cancel-job';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { withdrawRetrieval } from '@/stages/retrieve/commands/withdraw-retrieval';
import { retrievalsOf } from '@/stages/retrieve/store/retrievals';
import { runJob } from '@/stages/run-job';
import { workDetail } from '@/stages/works/queries/work-detail';
import { exportRecords } from '@/stages/write-up/queries/export-works';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { whole } from '@/testing/whole';
import { editField } from './commands/edit-field';
import { mergeAgain } from './commands/merge-again';
import { ruleMerge } from './commands/rule-merge';
import { undoMerge } from './commands/undo-merge';
import { decisionsToSettle } from './queries/decisions-to-settle';
import { familiesView } from './queries/families-view';
import { joinsView } from './queries/joins-view';
import { mergeView } from './queries/merge-view';
import { openQuestions, pairView } from './queries/pair-view';
import { rulingsView } from './queries/rulings-view';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const ris = (...entries: string[][]) => entries.map((lines) => ['TY  - JOUR', ...lines, 'ER  - ', ''].join('\n')).join('\n'); // prettier-ignore
const trial = (...more: string[]) => [
  'TI  - Knee pads for tilers of the north: a randomised trial',
  'AU  - Falk, Iben',
  'AU  - Sund, Alva',
  'PY  - 2021',
  'T2  - Annals of Floors',
  'VL  - 3',
  'SP  - 112',
  ...more,
];
const OTHER = ['TI  - Ear plugs in glassworks', 'AU  - Ngata, Hemi', 'PY  - 2019', 'DO  - 10.5555/ear'];

/** The works as sets of records, by what is in them: "VH1 OF1 | VH2". */
async function works(id: string): Promise<string> {
  const rows = await db.context().em.execute<{ work_no: number; name: string }[]>(
    `select m.work_no, split_part(r.stable_name, '|', 1) || split_part(r.stable_name, '|', 2) as name from work_record m
       join record r on r.review_id = m.review_id and r.no = m.record_no where m.review_id = ? and m.active order by m.work_no, name`,
    [id],
  );
  const byWork = new Map<number, string[]>();
  for (const row of rows) byWork.set(row.work_no, [...(byWork.get(row.work_no) ?? []), row.name]);
  return [...byWork].map(([no, names]) => `${no}: ${names.join(' ')}`).join(' | ');
}
const recordNo = async (id: string, name: string): Promise<number> => {
  const [row] = await db
    .context()
    .em.execute<{ no: number }[]>(
      `select no from record where review_id = ? and split_part(stable_name, '|', 1) || split_part(stable_name, '|', 2) = ? order by no desc`,
      [id, name],
    );
  return row!.no;
};
const rule = async (id: string, verdict: 'join' | 'apart', a: string, ...others: string[]) => {
  const input = {
    verdict,
    a: await recordNo(id, a),
    others: await Promise.all(others.map((o) => recordNo(id, o))),
    link: null,
    reason: '',
  };
  const ruled = await ruleMerge(db.context(), id, input);
  if (!ruled.ok) throw new Error(ruled.message);
  await db.work(id);
  return ruled.act;
};
const decide = async (id: string, workNo: number, verdict: 'keep' | 'wait' | 'background', seenSeq = 0) =>
  expect(await decideWork(db.context(), id, { workNo, verdict, reasonCode: '', grounds: verdict, seenSeq })).toMatchObject({ ok: true });

async function twoDatabases() {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', ris(['AN  - 1', ...trial('DO  - 10.5555/a')], ['AN  - 2', ...OTHER]));
  await importText(db, id, 'OF', ris(['AN  - 1', ...trial('DO  - 10.5555/a')]));
  return id;
}

test('split, merged again, imported again: still split; taken back: joined, under its old number', async () => {
  const id = await twoDatabases();
  expect(await works(id)).toBe('1: OF1 VH1 | 2: VH2');
  const act = await rule(id, 'apart', 'OF1', 'VH1');
  expect(await works(id)).toBe('1: VH1 | 2: VH2 | 3: OF1');
  await mergeAgain(db.context(), id);
  await db.work(id);
  // The same export again, as another retrieval: its record is that of before, and stays out.
  const [, ofRun] = await retrievalsOf(db.context(), id);
  const again = await addRetrieval(db.context(), id, { databaseIds: [...ofRun!.databaseIds], updates: null });
  await withdrawRetrieval(db.context(), id, { id: ofRun!.id, withdrawn: true, why: 'Run again.' });
  const text = ris(['AN  - 1', ...trial('DO  - 10.5555/a')]);
  await receiveFile(db.context(), id, { retrievalId: (again as { id: string }).id }, 'again.ris', Readable.from([Buffer.from(text)]));
  await db.work(id);
  expect(await works(id)).toMatch(/^1: VH1 \| 2: VH2 \| \d: OF1$/);
  expect(await undoMerge(db.context(), id, { act })).toMatchObject({ ok: true });
  expect(await undoMerge(db.context(), id, { act })).toMatchObject({ ok: false, code: 'not-standing' });
  await db.work(id);
  expect(await works(id)).toBe('1: OF1 VH1 | 2: VH2');
});

test('decisions survive a join: both are kept until somebody decides again; parted, each has its own back', async () => {
  const id = await twoDatabases();
  const split = await rule(id, 'apart', 'OF1', 'VH1');
  await decide(id, 1, 'keep');
  await decide(id, 3, 'wait');
  await undoMerge(db.context(), id, { act: split });
  await db.work(id);
  expect(await works(id)).toBe('1: OF1 VH1 | 2: VH2');
  const [met] = await decisionsToSettle(db.context(), id);
  expect(met).toMatchObject({
    workNo: 1,
    decisions: [
      { was: 1, verdict: 'keep' },
      { was: 3, verdict: 'wait' },
    ],
  }); // prettier-ignore
  expect((await mergeView(db.context(), id)).settle).toHaveLength(1);
  const detail = await workDetail(db.context(), id, 1);
  expect(detail.unsettled?.decisions).toHaveLength(2);
  expect(detail.history.map((h) => h.verdict).sort()).toEqual(['keep', 'wait']);
  expect((await reviewState(db.context(), id)).decisions.get(1)?.verdict).toBe('keep');
  await decide(id, 1, 'background', 1);
  expect(await decisionsToSettle(db.context(), id)).toEqual([]);
  await rule(id, 'apart', 'OF1', 'VH1');
  expect(await works(id)).toBe('1: VH1 | 2: VH2 | 3: OF1');
  const after = (await reviewState(db.context(), id)).decisions;
  expect([after.get(1)?.verdict, after.get(3)?.verdict]).toEqual(['background', 'wait']);
});

test('what comes in two imports makes the works that come in one; only new pairs are judged', async () => {
  const one = [
    ['AN  - 1', ...trial('DO  - 10.5555/a')],
    ['AN  - 2', ...OTHER],
  ];
  const two = [
    ['AN  - 3', ...trial()],
    ['AN  - 4', 'TI  - Ear plugs in glassworks', 'AU  - Ngata, H', 'PY  - 2019', 'DO  - 10.5555/ear'],
  ]; // prettier-ignore
  const step = await aReview(db.context());
  await importText(db, step.id, 'VH', ris(...one));
  const before = await db.context().em.find(MergePairRow, { reviewId: step.id });
  await importText(db, step.id, 'OF', ris(...two));
  const whole = await aReview(db.context());
  await importText(db, whole.id, 'VH', ris(...one, ...two));
  const bare = (text: string) =>
    text
      .replace(/VH|OF/g, '')
      .split(' | ')
      .map((w) => w.split(' ').sort().join(' '));
  expect(bare(await works(step.id))).toEqual(bare(await works(whole.id)));
  expect(before).toEqual([]);
  expect(await db.context().em.count(MergePairRow, { reviewId: step.id })).toBe(2);
});

test('works that did not change keep their row, and all rows are what a classification from nothing gives', async () => {
  const id = await twoDatabases();
  await importText(
    db,
    id,
    'QA',
    ris(
      ['AN  - 5', ...trial('DO  - 10.5555/a')],
      ['AN  - 6', 'TI  - Retraction: Ear plugs in glassworks', 'AU  - Ngata, Hemi', 'PY  - 2020'],
    ),
  );
  await rule(id, 'apart', 'OF1', 'VH1', 'QA5');
  const rows = () =>
    db
      .context()
      .em.execute('select no, title, authors, shown_record, records, axes, flags, membership from work where review_id = ? order by no', [
        id,
      ]);
  const columns = async () => ({ ...(await reviewState(db.context(), id)).columns, revision: 0 });
  const [kept, listed] = [await columns(), await rows()];
  await db.context().em.execute(`update review_columns set basis = '' where review_id = ?`, [id]);
  await mergeAgain(db.context(), id);
  await db.work(id);
  expect(await columns()).toEqual(kept);
  expect(await rows()).toEqual(listed);
});

test('a withdrawn retrieval takes its records out of works and keeps the rest', async () => {
  const id = await twoDatabases();
  const [, second] = await retrievalsOf(db.context(), id);
  await withdrawRetrieval(db.context(), id, { id: second!.id, withdrawn: true, why: 'Wrong database.' });
  await db.work(id);
  expect(await works(id)).toBe('1: VH1 | 2: VH2');
  await withdrawRetrieval(db.context(), id, { id: second!.id, withdrawn: false, why: '' });
  await db.work(id);
  expect(await works(id)).toBe('1: OF1 VH1 | 2: VH2');
});

test('a retraction that arrives later marks what it retracts; a link can be taken away and another set', async () => {
  const id = await twoDatabases();
  const flags = async (no: number) => (await db.context().em.findOneOrFail(Work, { reviewId: id, no })).flags;
  expect(await flags(1)).toEqual([]);
  const notice = [
    'AN  - 9',
    'TI  - Retraction: Knee pads for tilers of the north: a randomised trial',
    'T2  - Annals of Floors',
    'PY  - 2023',
  ];
  await importText(db, id, 'QA', ris(notice));
  expect(await flags(1)).toEqual(['retracted']);
  expect((await workDetail(db.context(), id, 1)).classification.flags).toEqual(['retracted']);
  const { families } = await familiesView(db.context(), id, '');
  expect(families).toMatchObject([{ members: [{ no: 1 }, { no: 3 }], ties: [{ from: 3, to: 1, type: 'retraction-of', ruled: false }] }]);
  const tie = families[0]!.ties[0]!;
  const link = (verdict: 'link' | 'unlink', type: 'retraction-of' | 'comment-on') =>
    ruleMerge(db.context(), id, { verdict, a: tie.records[0], others: [tie.records[1]], link: type, reason: '' });
  await link('unlink', 'retraction-of');
  await link('link', 'comment-on');
  await db.work(id);
  expect(await flags(1)).toEqual([]);
  expect(await db.context().em.find(WorkLink, { reviewId: id })).toMatchObject([{ fromNo: 3, toNo: 1, type: 'comment-on', ruled: true }]);
  expect((await rulingsView(db.context(), id)).map((r) => r.words)).toEqual(['comments on', 'not: retracts']);
});

test('a doubtful pair is asked, shown side by side, and settled', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', ris(['AN  - 1', ...trial('DO  - 10.5555/one1')]));
  await importText(db, id, 'OF', ris(['AN  - 1', ...trial('DO  - 10.5555/two2')]));
  const [question, ...more] = await openQuestions(db.context(), id);
  expect(more).toEqual([]);
  const shown = await pairView(db.context(), id, { a: question!.a, b: question!.b });
  if (!shown.ok) throw new Error(shown.message);
  expect(shown.pair.because).toEqual(['their DOIs differ']);
  expect(shown.pair.rows.find((r) => r.label === 'DOI')).toMatchObject({ weight: -9, a: [{ same: false }], b: [{ same: false }] });
  expect(shown.pair.rows.reduce((sum, r) => sum + r.weight, 0)).toBe(shown.pair.score);
  await ruleMerge(db.context(), id, { verdict: 'join', a: question!.a, others: [question!.b], link: null, reason: 'A slip.' });
  // Before the merge is done the pair is not asked about again.
  expect(await openQuestions(db.context(), id)).toEqual([]);
  await db.work(id);
  expect(await works(id)).toBe('1: OF1 VH1');
  expect(await db.context().em.count(MergeQuestion, { reviewId: id })).toBe(0);
  expect((await joinsView(db.context(), id, { find: 'sund', order: 'sample', page: 1, seed: 1 })).joins).toMatchObject([
    { workNo: 1, ruled: true },
  ]);
});

test.each([
  ['itself', (a: number) => ({ verdict: 'join' as const, a, others: [a], link: null, reason: '' }), 'same-record'],
  ['a record that is not there', (a: number) => ({ verdict: 'join' as const, a, others: [99_999], link: null, reason: '' }), 'no-record'],
  ['a link of no type', (a: number) => ({ verdict: 'link' as const, a, others: [a + 1], link: null, reason: '' }), 'no-link'],
])('refuses to rule on %s', async (_, input, code) => {
  const id = await twoDatabases();
  expect(await ruleMerge(db.context(), id, input(await recordNo(id, 'VH1')))).toMatchObject({ ok: false, code });
});

test('a merge that is broken off changes nothing, says how many records wait, and is done again', async () => {
  const id = await twoDatabases();
  const before = await works(id);
  await rule(id, 'apart', 'OF1', 'VH1');
  const after = await works(id);
  await ruleMerge(db.context(), id, {
    verdict: 'join',
    a: await recordNo(id, 'OF1'),
    others: [await recordNo(id, 'VH1')],
    link: null,
    reason: '',
  });
  let steps = 0;
  const progress = {
    write: async () => {},
    step: async () => {
      if (++steps === 2) throw new Cancelled();
    },
  };
  await expect(mergeAndClassify(db.context(), id, progress)).rejects.toThrow(Cancelled);
  expect(await works(id)).toBe(after);
  const [job] = (await mergeView(db.context(), id)).jobs.filter((j) => j.state === 'queued');
  expect(await cancelJob(db.context(), id, { jobId: job!.id })).toMatchObject({ ok: true });
  await db.work(id);
  expect(await works(id)).toBe(after);
  await mergeAgain(db.context(), id);
  await db.work(id);
  expect(await works(id)).toBe(before);
  expect(await cancelJob(db.context(), id, { jobId: job!.id })).toMatchObject({ ok: false, code: 'no-job' });
});

test('records that came while the merge was broken off wait, and are counted', async () => {
  const id = await twoDatabases();
  const [vh] = await retrievalsOf(db.context(), id);
  const sent = await receiveFile(
    db.context(),
    id,
    { retrievalId: vh!.id },
    'more.ris',
    Readable.from([Buffer.from(ris(['AN  - 7', 'TI  - Cold air', 'PY  - 2020']))]),
  );
  if (!sent.ok) throw new Error(sent.message);
  // The import queues the merge: it is cancelled as soon as it is there.
  for (let open = true; open; ) {
    const queued = (await mergeView(db.context(), id)).jobs.find((j) => j.state === 'queued');
    if (queued) await cancelJob(db.context(), id, { jobId: queued.id });
    open = !queued;
    if (open) await importOne(id);
  }
  await db.work(id);
  expect((await mergeView(db.context(), id)).waiting).toBe(1);
  await mergeAgain(db.context(), id);
  await db.work(id);
  expect((await mergeView(db.context(), id)).waiting).toBe(0);
});

async function importOne(id: string) {
  const [row] = await db
    .context()
    .em.execute<{ id: string }[]>(`select id from job where review_id = ? and kind = 'import-file' and state = 'queued'`, [id]);
  if (row) await runJob(db.context(), id, row.id, true);
}

test('a field that a person sets is shown and exported; taken back, the records speak again', async () => {
  const id = await twoDatabases();
  const set = (field: 'volume' | 'title' | 'doi', value: string | null) => editField(db.context(), id, { workNo: 1, field, value });
  expect(await set('volume', '33')).toMatchObject({ ok: true });
  expect(await set('title', 'Knee pads for northern tilers')).toMatchObject({ ok: true });
  expect(await set('doi', 'not a doi')).toMatchObject({ ok: false, code: 'not-a-value' });
  await db.work(id);
  expect((await db.context().em.findOneOrFail(Work, { reviewId: id, no: 1 })).title).toBe('Knee pads for northern tilers');
  const detail = await workDetail(db.context(), id, 1);
  expect(detail.fields.find((f) => f.field === 'volume')).toMatchObject({ value: '33', why: 'edited', others: [{ value: '3' }] });
  expect(detail.shownFrom.title).toBe(0);
  await decide(id, 1, 'keep');
  expect(await whole(exportRecords(db.context(), id, 'ris', ['kept']))).toContain('VL  - 33');
  await set('volume', null);
  expect((await workDetail(db.context(), id, 1)).fields.find((f) => f.field === 'volume')).toMatchObject({ value: '3', why: 'agree' });
});

test('what was ruled and set is never changed or deleted by the application', async () => {
  const id = await twoDatabases();
  await rule(id, 'apart', 'OF1', 'VH1');
  await editField(db.context(), id, { workNo: 1, field: 'volume', value: '9' });
  for (const table of ['merge_ruling', 'work_edit'])
    await expect(db.context().em.execute(`delete from ${table} where review_id = ?`, [id])).rejects.toThrow('never changed or deleted');
});
