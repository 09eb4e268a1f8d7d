import { spawnSync } from 'node:child_process';
import { Readable } from 'node:stream';
import { Decision, ReasonChange } from '@/platform/db/schema';
import { ruleAxis } from '@/stages/classify/commands/rule-axis';
import { reasonsOf } from '@/stages/question/store/reasons';
import { overview } from '@/stages/review/queries/overview';
import { workDetail } from '@/stages/works/queries/work-detail';
import { aPdf } from '@/testing/a-pdf';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { whole } from '@/testing/whole';
import { askFullTexts } from './commands/ask-full-texts';
import { attachMatching, attachPdf } from './commands/attach-pdf';
import { decideWork } from './commands/decide';
import { decideMany } from './commands/decide-many';
import { mergeReasons } from './commands/merge-reasons';
import { removeAttachment } from './commands/remove-attachment';
import { saveFullText } from './commands/save-full-text';
import { saveReasons } from './commands/save-reasons';
import { saveTemplates } from './commands/save-templates';
import { startReasons } from './commands/start-reasons';
import { undoAct } from './commands/undo-act';
import { writeDifference } from './commands/write-difference';
import { decideQueue, pace, queueInput } from './queries/decide-queue';
import { inconsistencies } from './queries/inconsistencies';
import { ledger, ledgerCsv, ledgerInput } from './queries/ledger';
import { lookAgain } from './queries/look-again';
import { precedents } from './queries/precedents';
import { reasonsView } from './queries/reasons-view';
import { searchPdfs } from './queries/search-pdfs';
import { soughtView } from './queries/sought';
import { attachmentsOf } from './store/attachments';
import { reviewState } from './store/review-state';

const FILE = [
  risEntry(1, 'Kneeling mats for tilers: a randomised trial', 'PY  - 2021', 'AB  - We randomised 40 tilers to mats.'),
  risEntry(2, 'Kneeling mats for roofers: a randomised trial', 'PY  - 2020', 'AB  - We randomised 50 roofers to mats.'),
  risEntry(3, 'Straps for floor layers: a cohort study', 'PY  - 2019', 'AB  - A cohort of 90.'),
  risEntry(4, 'Gloves in glazing: a randomised trial', 'PY  - 2018', 'AB  - We randomised 30 glaziers.'),
].join('\n');

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  await importText(db, id, 'VH', FILE, true);
});
afterAll(() => db.close());

const decide = async (
  workNo: number,
  verdict: 'keep' | 'exclude' | 'undo',
  rest: { stage?: 'full-text'; reasonCode?: string; page?: string } = {},
) => {
  const { seenSeq } = await workDetail(db.context(), id, workNo);
  return decideWork(db.context(), id, { workNo, verdict, reasonCode: '', grounds: `Work ${workNo}.`, seenSeq, ...rest });
};
const queue = async (params: object) => (await decideQueue(db.context(), await reviewState(db.context(), id), queueInput(params))).numbers;

test('a crash between two decisions: the one that was acknowledged is there, the other can be made', async () => {
  const { id: other } = await aReview(db.context());
  await importText(db, other, 'VH', FILE, true);
  const { stdout, signal } = spawnSync(process.execPath, ['--import', 'tsx', 'src/testing/decide-then-die.ts', other, '1', '2'], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  }); // prettier-ignore
  expect([stdout, signal]).toEqual(['saved\n', 'SIGKILL']);
  expect((await workDetail(db.context(), other, 1)).decision).toMatchObject({ verdict: 'keep', grounds: 'Before the crash.' });
  // Whether the second was stored before the end or not: it is whole or not there, and nothing stands in its way.
  const { seenSeq } = await workDetail(db.context(), other, 2);
  const again = { workNo: 2, verdict: 'wait', reasonCode: '', grounds: 'After it.', seenSeq } as const;
  expect(await decideWork(db.context(), other, again)).toMatchObject({ ok: true, seq: seenSeq + 1 });
});

test('reasons start from the question and the limiters; renaming and merging keep their history', async () => {
  const started = await startReasons(db.context(), id);
  expect(started).toMatchObject({ ok: true, added: 4 });
  expect((await reasonsOf(db.context(), id, 'title-abstract')).map((r) => r.code)).toEqual([
    'population',
    'intervention',
    'outcome',
    'retracted-or-withdrawn',
  ]);
  const list = (await reasonsOf(db.context(), id, 'title-abstract')).map((r) =>
    r.code === 'population' ? { ...r, text: 'Not tilers' } : r,
  );
  expect(
    await saveReasons(db.context(), id, { value: [...list, { code: 'setting', text: 'Other setting', definition: '' }] }),
  ).toMatchObject({
    ok: true,
  });
  expect(await mergeReasons(db.context(), id, { code: 'setting', into: 'population' })).toMatchObject({ ok: true });
  expect((await reasonsOf(db.context(), id, 'title-abstract')).map((r) => r.code)).not.toContain('setting');
  expect((await reasonsOf(db.context(), id, 'full-text')).at(-1)!.code).toBe('not-retrieved');
  const { changes } = await reasonsView(db.context(), id);
  expect(changes.map((c) => c.kind)).toEqual(['merged', 'added', 'renamed', 'added', 'added', 'added', 'added']);
  expect(changes.find((c) => c.kind === 'renamed')).toMatchObject({ before: 'The population asked about', after: 'Not tilers' });
  await expect(db.context().em.nativeDelete(ReasonChange, { reviewId: id })).rejects.toThrow(/never changed or deleted/);
  expect(await saveReasons(db.context(), id, { value: [...list, { code: 'setting', text: 'x', definition: '' }] })).toMatchObject({
    code: 'code-merged',
  });
});

test('orders of the queue, each its own; filters and text find', async () => {
  expect(await queue({ order: 'newest' })).toEqual([1, 2, 3, 4]);
  expect(await queue({ order: 'oldest' })).toEqual([4, 3, 2, 1]);
  expect(await queue({ order: 'random', seed: 7 })).toEqual(await queue({ order: 'random', seed: 7 }));
  const orders = await Promise.all([1, 2, 3, 4, 5, 6].map((seed) => queue({ order: 'random', seed })));
  expect(new Set(orders.map(String)).size).toBeGreaterThan(1);
  // Nothing is kept yet: the nearest to the words of the question is the one on tilers.
  expect((await queue({ order: 'nearest' }))[0]).toBe(1);
  expect(await queue({ find: 'roofers mats' })).toEqual([2]);
  expect(await queue({ database: 'VH' })).toHaveLength(4);
  expect(await queue({ database: 'ZZ' })).toHaveLength(4);
  expect(await queue({ order: 'no such', show: 'none' })).toHaveLength(4);
});

test('two stages: a full text is judged when the work is kept, and what stands is the later word', async () => {
  expect(await decide(1, 'keep', { stage: 'full-text' })).toMatchObject({ code: 'not-kept' });
  expect(await decide(1, 'keep')).toMatchObject({ ok: true, seq: 1 });
  expect(await decide(1, 'exclude', { reasonCode: 'not-retrieved' })).toMatchObject({ code: 'no-reason' });
  expect(await decide(1, 'exclude', { stage: 'full-text', reasonCode: 'outcome', page: '7' })).toMatchObject({ ok: true, seq: 2 });
  let work = await workDetail(db.context(), id, 1);
  expect(work).toMatchObject({ state: 'excluded', staged: { 'title-abstract': 'keep', 'full-text': 'exclude' }, decision: { page: '7' } });
  expect(await queue({ stage: 'full-text' })).toEqual([1]);
  expect(await decide(1, 'undo', { stage: 'full-text' })).toMatchObject({ ok: true });
  work = await workDetail(db.context(), id, 1);
  expect(work.state).toBe('kept');
  expect(await pace(db.context(), id, 'title-abstract')).toEqual({ today: 1, week: 1 });
});

test('two tabs decide the same work at once: one is told, nothing is overwritten', async () => {
  const both = await Promise.all(
    ['keep', 'wait'].map((verdict) =>
      decideWork(db.context(), id, { workNo: 3, verdict: verdict as 'keep', reasonCode: '', grounds: verdict, seenSeq: 0 }),
    ),
  );
  expect(both.map((r) => r.ok).sort()).toEqual([false, true]);
  expect(both.find((r) => !r.ok)).toMatchObject({ code: 'changed-meanwhile' });
  const rows = await db.context().em.find(Decision, { reviewId: id, workNo: 3 });
  expect(rows).toHaveLength(1);
  await decide(3, 'undo');
});

test('many at once with one reason and one text; those decided meanwhile are left; taken back as one', async () => {
  const works = [2, 3, 4].map((workNo) => ({ workNo, seenSeq: workNo === 3 ? 2 : 0 }));
  const input = { stage: 'title-abstract' as const, verdict: 'exclude' as const, reasonCode: 'population', grounds: 'Other trades.' };
  const done = await decideMany(db.context(), id, { ...input, works: [...works, { workNo: 1, seenSeq: 0 }] });
  expect(done).toMatchObject({ ok: true, decided: 3, left: [1] });
  expect((await workDetail(db.context(), id, 2)).decision).toMatchObject({
    verdict: 'exclude',
    reasonText: 'Not tilers',
    grounds: 'Other trades.',
  });
  await decide(4, 'keep');
  expect(await undoAct(db.context(), id, { act: (done as { act: string }).act })).toMatchObject({ ok: true, undone: 2 });
  expect((await reviewState(db.context(), id)).counts).toMatchObject({ kept: 2, excluded: 0 });
});

test('what stood before an act stands again when it is taken back, with its reason and grounds; twice does nothing', async () => {
  const seen = async () => (await workDetail(db.context(), id, 4)).seenSeq;
  const together = { stage: 'title-abstract' as const, verdict: 'exclude' as const, reasonCode: 'outcome', grounds: 'Together.' };
  const done = await decideMany(db.context(), id, { ...together, works: [{ workNo: 4, seenSeq: await seen() }] });
  const { act } = done as { act: string };
  expect((await workDetail(db.context(), id, 4)).state).toBe('excluded');
  expect(await undoAct(db.context(), id, { act })).toMatchObject({ undone: 1 });
  expect((await workDetail(db.context(), id, 4)).decision).toMatchObject({ verdict: 'keep', grounds: 'Work 4.', reasonCode: '' });
  expect(await undoAct(db.context(), id, { act })).toMatchObject({ undone: 0 });
});

test('precedents by profile and words; opposite decisions are listed until the difference is written', async () => {
  await decide(2, 'exclude', { reasonCode: 'population' });
  const found = await precedents(db.context(), id, { workNo: 2 });
  expect(found).toMatchObject({
    ok: true,
    precedents: [
      { no: 1, verdict: 'keep', axes: [] },
      { no: 4, axes: [] },
    ],
  });
  const [group] = await inconsistencies(db.context(), id);
  expect(group).toMatchObject({ kept: [{ no: 1 }, { no: 4 }], excluded: [{ no: 2, reasonText: 'Not tilers' }] });
  await writeDifference(db.context(), id, { works: [2], text: 'Roofers do not kneel on floors.' });
  expect(await inconsistencies(db.context(), id)).toEqual([]);
  await writeDifference(db.context(), id, { works: [2], text: '' });
  expect(await inconsistencies(db.context(), id)).toHaveLength(1);
});

test('a decision whose classification has changed since is marked, with what changed', async () => {
  expect((await lookAgain(db.context(), await reviewState(db.context(), id))).size).toBe(0);
  await ruleAxis(db.context(), id, {
    axis: 'design',
    codes: ['case-series'],
    reason: 'No groups.',
    workNo: 4,
    cause: null,
    standing: false,
  });
  await db.work(id);
  const again = await lookAgain(db.context(), await reviewState(db.context(), id));
  expect([...again.keys()]).toEqual([4]);
  expect(again.get(4)!.map((c) => c.what)).toContain('design');
  expect(await queue({ show: 'look-again' })).toEqual([4]);
  expect((await workDetail(db.context(), id, 4)).changed[0]).toMatchObject({ what: 'design', now: ['case-series'] });
});

test('templates of the review shape its drafts; unknown slots are refused', async () => {
  const templates = { keep: 'seen: {design}', exclude: 'out, {reason}', stopped: '{outcome}', rescued: '{word}' };
  expect(await saveTemplates(db.context(), id, { value: { ...templates, keep: '{verdict}' } })).toMatchObject({ code: 'unknown-slot' });
  await saveTemplates(db.context(), id, { value: templates });
  const { drafts, draft } = await workDetail(db.context(), id, 3);
  expect(draft).toMatch(/^Seen: prospective cohort or/);
  expect(drafts.exclude).toBe('Out, {reason}.');
  await saveTemplates(db.context(), id, { value: null });
});

test('a PDF: kept by what it is, not by its name; searched page by page; taken away and brought back', async () => {
  const attach = (name: string, bytes: Buffer) => attachPdf(db.context(), id, 1, name, Readable.from([bytes]));
  expect(await attach('a.pdf', Buffer.from('MZ not one'))).toMatchObject({ code: 'not-a-pdf' });
  expect(await attach('b.pdf', Buffer.from('%PDF-1.4\nbroken'))).toMatchObject({ code: 'damaged' });
  const pdf = aPdf(['Mats and knees', 'Pain fell by two points on\nthe kneeling index.']);
  const done = await attach('trial.pdf', pdf);
  expect(done).toMatchObject({ ok: true, attachment: { pages: 2, hasText: true, workNo: 1 } });
  expect(await attach('again.pdf', pdf)).toMatchObject({ code: 'same-file' });
  const found = await searchPdfs(db.context(), id, { words: 'points on the' });
  expect(found).toMatchObject({ ok: true, hits: [{ page: 2, workNo: 1, found: 'points on the' }] });
  const { attachment } = done as { attachment: { id: string } };
  await removeAttachment(db.context(), id, { id: attachment.id, removed: true });
  expect(await attachmentsOf(db.context(), id)).toEqual([]);
  await removeAttachment(db.context(), id, { id: attachment.id, removed: false });
  const request = { workNo: 1, asked: '2026-09-01', promised: '', arrived: '2026-09-04', source: 'Library', note: '' };
  // Attached, it has arrived: that was the first edit.
  expect(await saveFullText(db.context(), id, { ...request, arrived: '2026-08-04', seenEdit: 1 })).toMatchObject({ code: 'dates' });
  expect(await saveFullText(db.context(), id, { ...request, seenEdit: 1 })).toMatchObject({ ok: true, edit: 2 });
  expect(await saveFullText(db.context(), id, { ...request, seenEdit: 1 })).toMatchObject({ code: 'changed-meanwhile' });
  expect(await soughtView(db.context(), id)).toMatchObject([{ no: 1, pdfs: 1, asked: '2026-09-01', verdict: null }, { no: 4 }]);
});

test('PDFs of many works find theirs, set the day they arrived, and are asked of where in doubt', async () => {
  const drop = (name: string, ...pages: string[]) => attachMatching(db.context(), id, name, Readable.from([aPdf(pages)]));
  const filler = 'Nothing here tells one article from another, and there is enough of it.\n'.repeat(5);
  expect(await drop('x.pdf', `Something else altogether\n${filler}`)).toMatchObject({ ok: true, offered: [] });
  const [author] = (await workDetail(db.context(), id, 4)).shown.authors;
  const title = 'Gloves in glazing: a\nrandomised trial';
  expect(await drop('gloves.pdf', `${title}\n${filler}`)).toMatchObject({ ok: true, offered: [{ fit: { no: 4, title: 'whole' } }] });
  expect(await attachmentsOf(db.context(), id, 4)).toEqual([]);
  expect(await drop('Downloaded (2).pdf', `${title}\n${author!.family}\n${filler}`)).toMatchObject({ ok: true, attachment: { workNo: 4 } });
  const today = (await soughtView(db.context(), id)).find((s) => s.no === 4)!;
  expect(today).toMatchObject({ pdfs: 1, arrived: expect.stringMatching(/^\d{4}-\d\d-\d\d$/), edit: 1 });
  expect((await workDetail(db.context(), id, 4)).pdfs).toMatchObject([{ holdsTitle: true }]);
  await attachPdf(db.context(), id, 4, 'wrong.pdf', Readable.from([aPdf([`Straps for the knees of floor layers\n${filler}`])]));
  expect((await workDetail(db.context(), id, 4)).pdfs.map((p) => p.holdsTitle)).toEqual([true, false]);
  // A day that a person set is not overwritten.
  expect((await workDetail(db.context(), id, 4)).fullText).toMatchObject({ arrived: today.arrived, edit: 1 });
});

test('full texts asked for together: what somebody changed since, or has already, stays as it is', async () => {
  const at = async (no: number) => (await workDetail(db.context(), id, no)).fullText;
  const [one, three, four] = [await at(1), await at(3), await at(4)];
  const works = [
    { workNo: 1, seenEdit: one.edit - 1 },
    { workNo: 3, seenEdit: three.edit },
    { workNo: 4, seenEdit: four.edit },
    { workNo: 999, seenEdit: 0 },
  ];
  const answer = await askFullTexts(db.context(), id, { works, asked: '2099-01-01' });
  expect(answer).toMatchObject({ ok: true, changed: [{ workNo: 3, seenEdit: 1 }], skipped: 3 });
  expect([(await at(1)).asked, (await at(3)).asked, (await at(4)).asked]).toEqual([one.asked, '2099-01-01', '']);
  if (!answer.ok) return;
  await askFullTexts(db.context(), id, { works: answer.changed, asked: '' });
  expect(await at(3)).toMatchObject({ asked: '', edit: 2 });
});

test('what a person decided can be taken back after a reload, the latest first', async () => {
  const undoable = async (stage?: 'full-text') =>
    (await decideQueue(db.context(), await reviewState(db.context(), id), queueInput({ stage }))).undoable;
  await decide(2, 'keep');
  const before = await undoable();
  expect(before[0]![0]).toBe(2);
  await decide(2, 'undo');
  expect((await undoable()).map(([no]) => no)).toEqual(before.slice(1).map(([no]) => no));
});

test('the ledger has everything, by person, reason and stage; its export is safe in a spreadsheet', async () => {
  const all = await ledger(db.context(), id, ledgerInput({}));
  expect(new Set(all.lines.map((l) => l.kind))).toEqual(
    new Set(['decision', 'ruling', 'difference', 'reason', 'sieve', 'retrieval', 'file', 'pdf', 'setting']),
  );
  const out = await ledger(db.context(), id, ledgerInput({ kind: 'decision', reason: 'population' }));
  expect(out.lines.every((l) => l.what.startsWith('excluded: Not tilers'))).toBe(true);
  expect((await ledger(db.context(), id, ledgerInput({ stage: 'full-text' }))).total).toBe(2);
  expect((await ledger(db.context(), id, ledgerInput({ person: 'Nobody' }))).total).toBe(0);
  await decideWork(db.context(), id, { workNo: 3, verdict: 'keep', reasonCode: '', grounds: '=HYPERLINK("x")', seenSeq: 4 });
  const csv = await whole(ledgerCsv(db.context(), id, ledgerInput({ kind: 'decision' })));
  expect(csv).toContain(`"'=HYPERLINK(""x"")"`);
  expect(csv).toContain('design: ');
});

test('the sums name a file that came since, though every entry of it was rejected and no work changed', async () => {
  const files = async () => (await overview(db.context(), id)).identities.filter((i) => i.id.startsWith('file:'));
  expect((await files()).map((i) => i.id)).toEqual(['file:VH.txt']);
  await importText(db, id, 'ZZ', 'TY  - JOUR\nAU  - Nobody\nER  - \n');
  expect(await files()).toMatchObject([{ id: 'file:VH.txt' }, { id: 'file:ZZ.txt', left: 1, right: 1, holds: true }]);
});
