import { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { EMPTY_SOURCE, type FoundHow, type SourceForm } from '@/core/found';
import { LeadRow, RecordRow, Retrieval, SourceDatabase, Work } from '@/platform/db/schema';
import { decideWork } from '@/stages/decide/commands/decide';
import { bringList } from '@/stages/library/commands/bring-list';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { withdrawRetrieval } from '@/stages/retrieve/commands/withdraw-retrieval';
import { retrieveView } from '@/stages/retrieve/queries/retrieve-view';
import { overview } from '@/stages/review/queries/overview';
import { workDetail } from '@/stages/works/queries/work-detail';
import { writeUpFrame } from '@/stages/write-up/queries/data';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { addSource, takeSourceBack } from './commands/add-source';
import { leaveLeads, takeLeads } from './commands/judge-leads';
import { openRound } from './commands/open-round';
import { foundView, roundsView } from './queries/found-view';
import { readPasted } from './queries/read-pasted';

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const entries = [
    risEntry(
      1,
      'Knee pads for tilers: a randomised trial',
      'PY  - 2021\nDO  - 10.5555/pads\nCR  - Layer B. Straps for floor layers at work. Floors. 2019;3:1-9. doi:10.5555/straps',
    ),
    risEntry(2, 'Boots of the night watch', 'PY  - 2018\nDO  - 10.5555/boots'),
  ];
  await importText(db, id, 'VH', entries.join('\n'));
  await said(decideWork(db.context(), id, { workNo: 1, verdict: 'keep', reasonCode: '', grounds: 'It is a trial.', seenSeq: 0 }));
});
afterAll(() => db.close());

const ASKED: FoundHow = {
  way: 'person',
  place: 'The keeper of the mill',
  foundOn: '2026-09-17',
  note: 'By letter.',
  ofWork: null,
  direction: null,
};
const form = (more: Partial<SourceForm>): SourceForm => ({ ...EMPTY_SOURCE, kind: 'book', ...more });
const flowNow = async () => (await writeUpFrame(db.context(), id)).flow!;
const holds = async () => expect((await overview(db.context(), id)).identities.filter((i) => !i.holds)).toEqual([]);

test('a source by hand is a record like any other, with what was pasted and how it was found', async () => {
  const pasted = 'Thrift, M. (1987). The mill-keepers’ ledger: repairs on the lower creek. Sluicegate University Press. [see shelf 4]';
  const read = await said(readPasted(db.context(), id, { text: pasted }));
  expect(read).toMatchObject({
    form: { title: 'The mill-keepers’ ledger: repairs on the lower creek', date: '1987', authors: 'Thrift, M.' },
    there: null,
  });
  const { record } = await said(addSource(db.context(), id, { how: ASKED, source: { ...read.form, kind: 'book' }, pasted }));
  await db.work(id);
  const row = await db.context().em.findOneOrFail(RecordRow, { reviewId: id, no: record });
  expect(row).toMatchObject({ raw: pasted, item: { title: 'The mill-keepers’ ledger: repairs on the lower creek' } });
  const view = await foundView(db.context(), id);
  expect(view.sources).toMatchObject([
    { record, how: 'People asked: The keeper of the mill', state: 'undecided', alsoInDatabase: false, note: 'By letter.' },
  ]);
  const [work] = view.sources;
  const detail = await workDetail(db.context(), id, work!.work!);
  expect(detail.records).toMatchObject([{ tag: '++', database: 'People asked: The keeper of the mill', raw: pasted }]);
  expect(detail.classification.axes.sourceType.status).toBe('settled');
  // It is no search of a database, and all counts hold.
  expect((await retrieveView(db.context(), id)).retrievals).toHaveLength(1);
  await holds();
  const flow = await flowNow();
  expect(flow.identified).toBe(2);
  expect(flow.other).toMatchObject({ identified: 1, sources: [{ name: 'People asked', records: 1 }], due: { undecided: 1 } });
});

test('one that a database gave too is joined with it, and is the databases’ in the flow', async () => {
  const read = await said(readPasted(db.context(), id, { text: '10.5555/boots' }));
  expect(read.there).toMatchObject({ no: 2, title: 'Boots of the night watch' });
  const how: FoundHow = { ...ASKED, way: 'hand', place: 'Watch and Ward, 2010 to 2020' };
  await said(
    addSource(db.context(), id, {
      how,
      source: form({ kind: 'article-journal', title: 'Boots of the night watch', doi: '10.5555/boots', date: '2018' }),
      pasted: '10.5555/boots',
    }),
  );
  await db.work(id);
  const line = (await foundView(db.context(), id)).sources.at(-1)!;
  expect(line).toMatchObject({ work: 2, alsoInDatabase: true });
  expect((await flowNow()).other).toMatchObject({ identified: 2, duplicates: 1 });
  await holds();
});

test('taken back it is in no count, and its record stays; put in again it is as before', async () => {
  const { record } = (await foundView(db.context(), id)).sources.at(-1)!;
  await said(takeSourceBack(db.context(), id, { record, back: true, why: 'It was in the database already.' }));
  await db.work(id);
  expect((await flowNow()).other).toMatchObject({ identified: 1, duplicates: 0 });
  await holds();
  expect(await db.context().em.count(RecordRow, { reviewId: id, no: record })).toBe(1);
  await said(takeSourceBack(db.context(), id, { record, back: false, why: '' }));
  await db.work(id);
  expect((await flowNow()).other).toMatchObject({ identified: 2, duplicates: 1 });
});

test('a round follows what kept works cite and what cites them; the next one finds nothing new', async () => {
  const table =
    'citing,cited,creation\n10.5555/later,10.5555/pads,2024\n10.5555/boots,10.5555/pads,2022\n10.5555/other,10.5555/else,2020\n';
  await said(bringList(db.context(), id, { kind: 'citations', name: 'Open citations', day: '2026-09-01', text: table }));
  const round = await said(openRound(db.context(), id, {}));
  expect(round).toMatchObject({ number: 1, fresh: 2, known: 1, seen: 0 });
  const view = await roundsView(db.context(), id);
  expect(view.rounds[0]).toMatchObject({
    ...{ cited: 1, citing: 2, offered: 2, taken: 0 },
    followed: [{ work: { no: 1 }, references: 1, citedBy: 2, age: 5 }],
    sources: ['Open citations (2026-09-01)', 'references in one record'].toSorted().reverse(),
  });
  const straps = view.leads.find((l) => l.doi === '10.5555/straps')!;
  const later = view.leads.find((l) => l.doi === '10.5555/later')!;
  expect([straps.direction, later.direction]).toEqual(['backwards', 'forwards']);
  await said(takeLeads(db.context(), id, { leads: [{ round: 1, ordinal: straps.ordinal }] }));
  await said(leaveLeads(db.context(), id, { leads: [{ round: 1, ordinal: later.ordinal }], why: 'No title can be had.' }));
  await db.work(id);
  const line = (await foundView(db.context(), id)).sources.at(-1)!;
  expect(line).toMatchObject({
    title: 'Straps for floor layers at work',
    how: 'Citation searching: cited by “Knee pads for tilers: a randomised trial”',
    round: 1,
  });
  expect((await flowNow()).other!.sources).toContainEqual({ name: 'Citation searching', kind: 'other', records: 1 });
  expect(await said(openRound(db.context(), id, {}))).toMatchObject({ number: 2, fresh: 0, known: 2, seen: 1 });
  const { methods } = await writeUpFrame(db.context(), id);
  const words = methods
    .find((m) => m.title === 'Other ways of finding')!
    .pieces.map((p) => (typeof p === 'string' ? p : p.n))
    .join('');
  expect(words).toContain(
    'citation searching 1, hand searching 1 (Watch and Ward, 2010 to 2020) and people asked 1 (The keeper of the mill)',
  );
  expect(words).toContain('in 2 rounds');
  expect(words).toContain('The last round led to nothing new.');
  await holds();
});

test('leads are taken once, whoever takes them at the same moment', async () => {
  const em = db.context().em as EntityManager;
  const [lead] = await em.find(LeadRow, { reviewId: id, left: { $ne: '' } });
  const place = { leads: [{ round: lead!.round, ordinal: lead!.ordinal }] };
  const answers = await Promise.all([takeLeads(db.context(), id, place), takeLeads(db.context(), id, place)]);
  expect(answers.map((a) => a.ok).sort()).toEqual([false, true]);
  await db.work(id);
  // Of an identifier alone it is a work without a title, not a fault.
  const { sources } = await foundView(db.context(), id);
  expect(sources.at(-1)).toMatchObject({ title: '', state: expect.any(String) });
  await holds();
});

test('a database gets another tag: the flow still adds up, though all works stay', async () => {
  const before = await flowNow();
  const em = db.context().em;
  await em.nativeUpdate(SourceDatabase, { reviewId: id, tag: 'VH' }, { tag: 'ZZ' });
  const after = await flowNow();
  expect(after.sources).toEqual(before.sources);
  expect(after.identified).toBe(2);
  await em.nativeUpdate(SourceDatabase, { reviewId: id, tag: 'ZZ' }, { tag: 'VH' });
});

test('who cites a work without an identifier is not known, rather than nobody', async () => {
  const { sources } = await foundView(db.context(), id);
  const ledger = sources.find((s) => s.title.startsWith('The mill-keepers'))!;
  await said(decideWork(db.context(), id, { workNo: ledger.work!, verdict: 'keep', reasonCode: '', grounds: 'On topic.', seenSeq: 0 }));
  await said(openRound(db.context(), id, {}));
  const { followed } = (await roundsView(db.context(), id)).rounds.at(-1)!;
  expect(followed.map((f) => [f.work?.no, f.citedBy])).toEqual([
    [1, 2],
    [ledger.work, null],
  ]);
});

test('no file of records goes into what stands for another way', async () => {
  const way = await db.context().em.findOneOrFail(Retrieval, { reviewId: id, way: 'person' });
  const sent = await receiveFile(db.context(), id, { retrievalId: way.id }, 'a.ris', Readable.from([Buffer.from(risEntry(9, 'Caps'))]));
  expect(sent).toMatchObject({ ok: false, code: 'no-retrieval' });
});

test('a search that is withdrawn leaves what was found otherwise', async () => {
  const [retrieval] = (await retrieveView(db.context(), id)).retrievals;
  await said(withdrawRetrieval(db.context(), id, { id: retrieval!.id, withdrawn: true, why: 'It was the wrong export.' }));
  await db.work(id);
  const flow = await flowNow();
  expect(flow.identified).toBe(0);
  expect(flow.other).toMatchObject({ identified: 4, duplicates: 0 });
  expect(await db.context().em.count(Work, { reviewId: id, absorbedBy: null })).toBeGreaterThan(0);
  await holds();
});
