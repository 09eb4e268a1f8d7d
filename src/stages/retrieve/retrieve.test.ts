import { Readable } from 'node:stream';
import { DEFAULT_PROFILE } from '@/core/parity';
import { ImportFile, Job, RecordRow, SourceDatabase, Work } from '@/platform/db/schema';
import { decideWork } from '@/stages/decide/commands/decide';
import { ledger, ledgerInput } from '@/stages/decide/queries/ledger';
import { overview } from '@/stages/review/queries/overview';
import { runJob } from '@/stages/run-job';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { whole } from '@/testing/whole';
import { addRetrieval } from './commands/add-retrieval';
import { archiveFile } from './commands/archive-file';
import { cancelImport } from './commands/cancel-import';
import { mapColumns } from './commands/map-columns';
import { mapTerm } from './commands/map-term';
import { readAgain } from './commands/read-again';
import { receiveFile } from './commands/receive-file';
import { saveDatabase } from './commands/save-database';
import { saveRetrieval } from './commands/save-retrieval';
import { withdrawRetrieval } from './commands/withdraw-retrieval';
import { askWithdrawal } from './queries/ask-withdrawal';
import { databaseView, unmappedTerms } from './queries/database-view';
import { listRecords, recordView } from './queries/records';
import { rejectedFile } from './queries/rejected-entries';
import { retrievalView } from './queries/retrieval-view';
import { retrieveView } from './queries/retrieve-view';
import { tableView } from './queries/table-view';
import { EMPTY_RETRIEVAL } from './store/retrievals';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const ris = (...entries: [string, string, string?][]) =>
  entries.map(([id, title, more = '']) => `TY  - JOUR\nAN  - ${id}\nTI  - ${title}\nPY  - 2020\nAU  - Falk, I\n${more}ER  - \n`).join('\n');
const send = async (id: string, target: Parameters<typeof receiveFile>[2], name: string, text: string) => {
  const result = await receiveFile(db.context(), id, target, name, Readable.from([Buffer.from(text)]));
  await db.work(id);
  return result;
};
const database = async (id: string, name: string, tag: string) => {
  const saved = await saveDatabase(db.context(), id, { id: null, name, tag, profile: DEFAULT_PROFILE });
  if (!saved.ok) throw new Error(saved.message);
  return saved.id;
};

test('a retrieval of two databases takes the origin from each record, and guesses none', async () => {
  const { id } = await aReview(db.context());
  const [vh, of] = [await database(id, 'Vellmora', 'VH'), await database(id, 'Ostrane', 'OF')];
  const made = await addRetrieval(db.context(), id, { databaseIds: [vh, of], updates: null });
  if (!made.ok) throw new Error(made.message);
  await send(
    id,
    { retrievalId: made.id },
    'both.ris',
    ris(['1', 'One', 'DB  - vellmora\n'], ['2', 'Two', 'DB  - OF\n'], ['3', 'Three'], ['4', 'Four', 'DB  - Elsewhere\n']),
  );
  const rows = await db.context().em.find(RecordRow, { reviewId: id }, { orderBy: { no: 'asc' } });
  expect(rows.map((r) => r.databaseId ?? null)).toEqual([vh, of, null, null]);
  expect((await listRecords(db.context(), id, { database: '--', page: 1 })).total).toBe(2);
  expect(await retrieveView(db.context(), id)).toMatchObject({ unattributed: 2 });
  expect((await overview(db.context(), id)).identities.every((i) => i.holds)).toBe(true);
});

test('withdrawn: out of every count, kept in the log; brought back: works find their numbers and decisions', async () => {
  const { id } = await aReview(db.context());
  const first = await importText(db, id, 'VH', ris(['1', 'One'], ['2', 'Knee pads for people who lay tiles']));
  await importText(db, id, 'OF', ris(['9', 'Knee pads for people who lay tiles'], ['8', 'Nine']));
  const title = async () => (await db.context().em.find(Work, { reviewId: id })).map((w) => `${w.no} ${w.title}`).sort();
  const before = await title();
  const one = (await db.context().em.findOneOrFail(Work, { reviewId: id, title: 'One' })).no;
  expect(await decideWork(db.context(), id, { workNo: one, verdict: 'keep', reasonCode: '', grounds: 'g', seenSeq: 0 })).toMatchObject({
    ok: true,
  });
  const { retrievals } = await retrieveView(db.context(), id);
  const target = retrievals.find((r) => r.files.some((f) => f.id === first.fileId))!;
  const set = (withdrawn: boolean, why = 'Wrong strategy.') => withdrawRetrieval(db.context(), id, { id: target.id, withdrawn, why });
  expect(await set(true, '')).toMatchObject({ ok: false, code: 'no-reason' });
  // What it touches is told before: "One" leaves with its decision, the knee pads stay, since others found them too.
  const effect = { works: 1, shared: 1, decided: [{ no: one, title: 'One', verdict: 'keep' }] };
  expect(await askWithdrawal(db.context(), id, { id: target.id })).toMatchObject({ ok: true, effect });
  expect(await set(true)).toMatchObject({ ok: true });
  await db.work(id);
  expect(await askWithdrawal(db.context(), id, { id: target.id })).toMatchObject({ ok: true, effect });
  expect(await overview(db.context(), id)).toMatchObject({ records: 2, works: 2, states: { kept: 0 } });
  expect((await overview(db.context(), id)).identities.every((i) => i.holds)).toBe(true);
  expect((await listRecords(db.context(), id, { page: 1 })).total).toBe(2);
  expect((await listRecords(db.context(), id, { retrieval: target.number, page: 1 })).total).toBe(2);
  expect(await send(id, { retrievalId: target.id }, 'more.ris', ris(['5', 'Five']))).toMatchObject({ ok: false, code: 'withdrawn' });
  await set(false);
  await db.work(id);
  expect(await overview(db.context(), id)).toMatchObject({ records: 4, works: 3, states: { kept: 1 } });
  expect(await title()).toEqual(before);
  const { lines } = await ledger(db.context(), id, ledgerInput({ kind: 'retrieval' }));
  expect(lines.map((l) => [l.what, l.why])).toEqual([
    ['retrieval 1, Database VH restored: 1 decision touched', 'Wrong strategy.'],
    ['retrieval 1, Database VH withdrawn: 1 decision touched', 'Wrong strategy.'],
    ['retrieval 2, Database OF begun', ''],
    ['retrieval 1, Database VH begun', ''],
  ]);
});

test('a file of which nothing was read can be archived, and comes back when it is read after all', async () => {
  const { id } = await aReview(db.context());
  const vh = await database(id, 'Vellmora', 'VH');
  expect(await send(id, { databaseId: vh }, 'notes.txt', 'Not an export at all.')).toMatchObject({ ok: false });
  await send(id, { databaseId: vh }, 'good.ris', ris(['1', 'One']));
  const files = async () => (await retrieveView(db.context(), id)).retrievals[0]!.files;
  const [refused, good] = (await files()).sort((a, b) => b.name.localeCompare(a.name));
  expect(await archiveFile(db.context(), id, { fileId: good!.id, archived: true })).toMatchObject({ code: 'in-use' });
  for (const archived of [true, false, true]) {
    await archiveFile(db.context(), id, { fileId: refused!.id, archived });
    expect((await files()).map((f) => [f.name, f.archived]).sort()).toEqual([
      ['good.ris', false],
      ['notes.txt', archived],
    ]);
  }
  const { lines } = await ledger(db.context(), id, ledgerInput({ kind: 'file' }));
  expect(lines.map((l) => l.what)).toEqual([
    'file notes.txt archived',
    'file notes.txt restored',
    'file notes.txt archived',
    'file good.ris added',
  ]);
});

test('the log is saved as it is, a second person is not overwritten, and its counts are reconciled', async () => {
  const { id } = await aReview(db.context());
  const { databaseId } = await importText(db, id, 'VH', `${ris(['1', 'One'], ['2', 'Two'])}\nTY  - JOUR\nAU  - Nobody\nER  - \n`);
  const view = await retrievalView(db.context(), id, 1);
  const step = { number: 1, done: 'night', limiters: [{ name: 'English', how: 'control' as const }], count: 5, tabs: [], removed: [] };
  const retrieval = { ...EMPTY_RETRIEVAL, databaseIds: [databaseId], strategy: 'night AND light', steps: [step], reported: 5, exported: 4 };
  expect(await saveRetrieval(db.context(), id, { id: view.id, seen: view.log, value: retrieval })).toMatchObject({
    ok: true,
    merged: false,
  });
  expect(await saveRetrieval(db.context(), id, { id: view.id, seen: view.log, value: { ...retrieval, strategy: 'other' } })).toMatchObject({
    ok: false,
    code: 'changed-meanwhile',
  });
  const other = await database(id, 'Ostrane', 'OF');
  expect(await saveRetrieval(db.context(), id, { id: view.id, value: { ...retrieval, databaseIds: [other] } })).toMatchObject({
    code: 'has-records',
  });
  const saved = await retrievalView(db.context(), id, 1);
  expect(saved.log).toMatchObject({ strategy: 'night AND light', steps: [step] });
  expect(saved.line.lines.map((l) => [l.code, l.missing, l.state])).toEqual([
    ['not-exported', 1, 'asked'],
    ['not-in-file', 1, 'asked'],
    ['rejected', 1, 'told'],
  ]);
  expect(saved.line.limiters).toEqual(['English']);
});

test('rejected entries come as a file, corrected they are read again, and nothing is counted twice', async () => {
  const { id } = await aReview(db.context());
  const { fileId } = await importText(
    db,
    id,
    'VH',
    `${ris(['1', 'One'])}\nTY  - JOUR\nAU  - Nobody\nER  - \n\nTY  - JOUR\nAU  - None\nER  - \n`,
  );
  const text = await whole((await rejectedFile(db.context(), id, fileId)).pieces);
  const { line } = await retrievalView(db.context(), id, 1);
  expect(line).toMatchObject({ inFile: 3, parsed: 1, rejected: 2 });
  expect(
    await send(id, { retrievalId: line.id, corrects: fileId }, 'corrected.ris', text.replace('AU  - Nobody', 'TI  - Found\nAU  - Nobody')),
  ).toMatchObject({ ok: true });
  expect((await retrievalView(db.context(), id, 1)).line).toMatchObject({ inFile: 3, parsed: 2, rejected: 1 });
  expect((await overview(db.context(), id)).identities.every((i) => i.holds)).toBe(true);
});

test('a table waits for its columns; the mapping is remembered for its database', async () => {
  const { id } = await aReview(db.context());
  const vh = await database(id, 'Vellmora', 'VH');
  const table = 'Was;Wer;Jahr;Title\nKnie;Falk, I;2020;x\n;;;\n';
  const sent = await send(id, { databaseId: vh }, 'one.csv', table);
  expect(sent).toMatchObject({ ok: true, waiting: true });
  if (!sent.ok) return;
  const view = await tableView(db.context(), id, sent.fileId);
  expect(view.mapping).toMatchObject({ delimiter: ';', header: ['Was', 'Wer', 'Jahr', 'Title'] });
  expect(view.sample[0]).toEqual(['Knie', 'Falk, I', '2020', 'x']);
  const map = (roles: ('title' | 'authors' | 'date' | '')[]) =>
    mapColumns(db.context(), id, { fileId: sent.fileId, mapping: { ...view.mapping, roles } });
  expect(await map(['', 'authors', 'date', ''])).toMatchObject({ ok: false, code: 'bad-mapping' });
  expect(await map(['title', 'authors', 'date', ''])).toMatchObject({ ok: true });
  await db.work(id);
  expect(await map(['title', 'authors', 'date', ''])).toMatchObject({ ok: false, code: 'read-already' });
  expect((await db.context().em.findOneOrFail(SourceDatabase, { reviewId: id, id: vh })).profile.columns?.roles).toEqual([
    'title',
    'authors',
    'date',
    '',
  ]);
  // The next table with the same columns is read at once.
  expect(await send(id, { databaseId: vh }, 'two.csv', table.replace('Knie', 'Rücken'))).toMatchObject({ ok: true, waiting: false });
  expect((await listRecords(db.context(), id, { page: 1 })).records.map((r) => r.title)).toEqual(['Knie', 'Rücken']);
});

test('an import is broken off without a trace, and read again', async () => {
  const { id } = await aReview(db.context());
  const vh = await database(id, 'Vellmora', 'VH');
  const sent = await receiveFile(db.context(), id, { databaseId: vh }, 'a.ris', Readable.from([Buffer.from(ris(['1', 'One']))]));
  if (!sent.ok) throw new Error(sent.message);
  expect(await cancelImport(db.context(), id, { fileId: sent.fileId })).toMatchObject({ ok: true });
  await db.work(id);
  const state = async () => (await db.context().em.findOneOrFail(ImportFile, { reviewId: id, id: sent.fileId })).state;
  expect(await state()).toBe('cancelled');
  expect((await db.context().em.findOneOrFail(Job, { reviewId: id, fileId: sent.fileId })).state).toBe('cancelled');
  expect(await cancelImport(db.context(), id, { fileId: sent.fileId })).toMatchObject({ ok: false, code: 'no-job' });
  expect(await readAgain(db.context(), id, { fileId: sent.fileId, format: 'ris' })).toMatchObject({ ok: true });
  await db.work(id);
  expect(await state()).toBe('imported');
  expect(await readAgain(db.context(), id, { fileId: sent.fileId, format: 'nbib' })).toMatchObject({ ok: false, code: 'read-already' });
});

test('an import that is under way is broken off, rolled back, and the next one goes on as ever', async () => {
  const { id } = await aReview(db.context());
  const vh = await database(id, 'Vellmora', 'VH');
  const entries = Array.from({ length: 40_000 }, (_, i): [string, string, string] => [
    `A${i}`,
    `Knee pads ${i}`,
    `AB  - ${'Words. '.repeat(20)}\n`,
  ]);
  const sent = await receiveFile(db.context(), id, { databaseId: vh }, 'big.ris', Readable.from([Buffer.from(ris(...entries))]));
  if (!sent.ok) throw new Error(sent.message);
  const job = await db.context().em.findOneOrFail(Job, { reviewId: id, fileId: sent.fileId });
  const running = runJob(db.context(), id, job.id, true);
  const state = async () => (await db.context().em.findOneOrFail(Job, { reviewId: id, id: job.id })).state;
  while ((await state()) !== 'running') await new Promise((resolve) => setTimeout(resolve, 5));
  expect(await cancelImport(db.context(), id, { fileId: sent.fileId })).toMatchObject({ ok: true });
  await running;
  expect(await state()).toBe('cancelled');
  expect(await db.context().em.count(RecordRow, { reviewId: id })).toBe(0);
  await send(id, { databaseId: vh }, 'small.ris', ris(['1', 'One']));
  expect(await db.context().em.count(RecordRow, { reviewId: id })).toBe(1);
});

test('what a person says a file is comes before its content; what forbids reading does not give way', async () => {
  const { id } = await aReview(db.context());
  const vh = await database(id, 'Vellmora', 'VH');
  expect(await send(id, { databaseId: vh }, 'odd.txt', 'colour,weight\nred,2\n')).toMatchObject({ code: 'unknown-format' });
  expect(await send(id, { databaseId: vh, format: 'csv' }, 'odd2.txt', 'colour,weight\nred,3\n')).toMatchObject({
    ok: true,
    waiting: true,
  });
  const evil =
    '<?xml version="1.0"?><!DOCTYPE mods [<!ENTITY a SYSTEM "file:///etc/hostname">]><mods><titleInfo><title>&a;</title></titleInfo></mods>';
  expect(await send(id, { databaseId: vh, format: 'mods' }, 'evil.xml', evil)).toMatchObject({ ok: false, code: 'xml-declares' });
});

test('a term of a database is mapped in one step, and taken back', async () => {
  const { id } = await aReview(db.context());
  const { databaseId } = await importText(db, id, 'VH', '[{"id":"1","type":"article-journal","title":"One","genre":"Trade press"}]');
  expect(await unmappedTerms(db.context(), id)).toEqual([{ databaseId, tag: 'VH', vocabulary: 'own', term: 'Trade press', records: 1 }]);
  const types = async () => (await db.context().em.findOneOrFail(Work, { reviewId: id, no: 1 })).axes.publicationType.codes;
  const before = await types();
  const map = (sets: { publicationType: ['feature'] } | null) =>
    mapTerm(db.context(), id, { databaseId, vocabulary: 'own', term: 'Trade press', sets });
  expect(await map({ publicationType: ['feature'] })).toMatchObject({ ok: true });
  await db.work(id);
  expect(await types()).toEqual(['feature']);
  expect(await databaseView(db.context(), id, 'VH')).toMatchObject({ unmapped: [], mapped: [{ term: 'Trade press', records: 1 }] });
  // A change of the rest of the profile leaves the mapping alone.
  await saveDatabase(db.context(), id, { id: databaseId, name: 'V', tag: 'VH', profile: DEFAULT_PROFILE });
  expect((await databaseView(db.context(), id, 'VH')).mapped).toHaveLength(1);
  await map(null);
  await db.work(id);
  expect(await types()).toEqual(before);
});

test('a later run: what is new, gone and changed since', async () => {
  const { id } = await aReview(db.context());
  const { databaseId } = await importText(db, id, 'VH', ris(['1', 'One'], ['2', 'Two'], ['3', 'Three']));
  const earlier = await retrievalView(db.context(), id, 1);
  const later = await addRetrieval(db.context(), id, { databaseIds: [databaseId], updates: earlier.id });
  if (!later.ok) throw new Error(later.message);
  await send(id, { retrievalId: later.id }, 'later.ris', ris(['1', 'One'], ['2', 'Two, corrected'], ['4', 'Four']));
  const { comparison } = await retrievalView(db.context(), id, later.number);
  expect(comparison).toMatchObject({ earlier: 1, before: 3, after: 3, same: 1, gone: [3], changed: [[2, 5]], fresh: [6] });
  const titles = async (set: 'fresh' | 'gone' | 'changed') =>
    (await listRecords(db.context(), id, { retrieval: later.number, set, page: 1 })).records.map((r) => r.title);
  expect([await titles('fresh'), await titles('gone'), await titles('changed')]).toEqual([['Four'], ['Three'], ['Two, corrected']]);
});

test('one record: its fields, its raw text, its checks, and the other records of its work', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', ris(['1', 'KNEE PADS FOR ALL TILERS', 'SN  - 0317-8472\nUR  - https://x.example/a;jsessionid=1\n']));
  await importText(db, id, 'OF', ris(['7', 'Knee pads for all tilers']));
  const view = await recordView(db.context(), id, 1);
  expect(view).toMatchObject({ database: { tag: 'VH' }, file: 'VH.txt', line: 1, workNo: 1, others: [{ no: 2, tag: 'OF' }] });
  expect(view.raw).toContain('TI  - KNEE PADS');
  expect(view.findings.map((f) => f.code)).toEqual(['title-in-capitals', 'session-link', 'bad-check-digit']);
  expect(view.identifiers).toEqual([{ name: 'ISSN', text: '0317-8472', ok: false }]);
  await expect(recordView(db.context(), id, 99)).rejects.toThrow('no such record');
  await expect(recordView(db.context(), id, Number.NaN)).rejects.toThrow('no such record');
});
