import { DEFAULT_PROFILE } from '@/core/parity';
import { EMPTY_SHEET, type Sheet, type SheetTerm } from '@/core/search/blocks';
import type { DoorSettings } from '@/core/search/desk';
import { ImportFile, RecordRow, Retrieval, SavedSearch } from '@/platform/db/schema';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { writeUpData } from '@/stages/write-up/queries/data';
import { tablesOf } from '@/stages/write-up/queries/tables';
import { aReview, openTestDatabase, type TestDatabase } from '@/testing/database';
import { said } from '@/testing/said';
import { STANDINS } from '../../../demo/servers/databases';
import { serveStandins } from '../../../demo/servers/serve';
import { skosOf } from '../../../demo/servers/thesauri';
import { bringThesaurus } from './commands/bring-thesaurus';
import { judgeTitle, lookAtTitles } from './commands/look-at-titles';
import { ownQuery } from './commands/own-query';
import { runLines } from './commands/run-lines';
import { saveDoor } from './commands/save-door';
import { keepSheet, saveSheet } from './commands/save-sheet';
import { runSearch, saveSearch } from './commands/saved-searches';
import { takeIn } from './commands/take-in';
import { runDueSearches } from './jobs/run-due-searches';
import { countBlock } from './queries/count-block';
import { deskView, looksOf, savedView } from './queries/desk-view';
import { appendix } from './queries/strategy';
import { findHeadings, nearestWords } from './queries/words';

let db: TestDatabase;
let servers: Awaited<ReturnType<typeof serveStandins>>;
let id: string;
const databases = new Map<string, string>();
const at = (tag: string) => databases.get(tag)!;

const words = (text: string): SheetTerm => ({ kind: 'words', text, field: 'anywhere' });
const block = (name: string, ...terms: SheetTerm[]) => ({ name, want: 'in' as const, terms, note: '' });
const NIGHT: Sheet = {
  ...EMPTY_SHEET,
  blocks: [
    block('Night work', words('night shift'), words('night work'), words('nights'), words('night-shift nurses'), words('night workers')),
    block('Light', words('bright light'), words('lamp'), words('eyewear'), words('dim evenings'), words('lenses')),
  ],
};

beforeAll(async () => {
  db = await openTestDatabase();
  servers = await serveStandins(0, 0.3);
  process.env.SEARCH_SERVERS = `127.0.0.1:${servers.port}`;
  id = (await aReview(db.context())).id;
  for (const { tag, name, version, limits } of STANDINS) {
    const database = await said(saveDatabase(db.context(), id, { id: null, name, tag, profile: DEFAULT_PROFILE }));
    databases.set(tag, database.id);
    const asked = { databaseId: database.id, address: servers.addressOf(tag), version, recordSchema: null, thesaurusId: null };
    const { settings } = await said(saveDoor(db.context(), id, { ...asked, settings: null }));
    const own: DoorSettings = { ...settings, limits: limits.map((l) => ({ ...l })) };
    await said(saveDoor(db.context(), id, { ...asked, settings: own }));
  }
  await said(
    saveSieve(db.context(), id, {
      sieve: [
        {
          id: 'types',
          name: 'Studies',
          test: { kind: 'coded', axis: 'publicationType', allowed: ['research-article'] },
          evidence: 'stated-and-inferred',
          whenUnknown: 'hold',
          rationale: '',
          on: true,
        },
        {
          id: 'recent',
          name: 'Since 2016',
          test: { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '2016-01-01', to: null } },
          evidence: 'stated-and-inferred',
          whenUnknown: 'hold',
          rationale: '',
          on: true,
        },
      ],
      seenEdit: 0,
    }),
  );
});
afterAll(async () => {
  delete process.env.SEARCH_SERVERS;
  servers.server.close();
  await db.close();
});

const save = (sheet: Sheet) => said(saveSheet(db.context(), id, { value: sheet }));
const run = (tag: string) => said(runLines(db.context(), id, { databaseId: at(tag) }));
type Lines = Awaited<ReturnType<typeof run>>['lines'];
const found = (lines: Lines) => lines.flatMap((l) => l.findings.map((f) => f.code));
/** How fast a server is depends on the machine too: that is looked at where it is meant. */
const noticed = (lines: Lines) => found(lines).filter((code) => code !== 'slow');

test('each line is counted at each database, and each limiter shows what it removed', async () => {
  await save(NIGHT);
  const { lines } = await run('OF');
  expect(lines.map((l) => l.key)).toEqual(['block 1', 'block 2', 'question', 'limiter types', 'limiter recent']);
  const [a, b, both, types, recent] = lines.map((l) => l.total!);
  expect(both).toBeLessThanOrEqual(Math.min(a!, b!));
  expect(lines[3]!.removed).toBe(both! - types!);
  expect(lines[4]!.removed).toBe(types! - recent!);
  expect(recent).toBeGreaterThan(20);
});

test('every habit of the stand-ins is noticed from outside, and none where there is none', async () => {
  await save(NIGHT);
  expect(noticed((await run('OF')).lines)).toEqual(['lacks-field']);
  expect(noticed((await run('QA')).lines)).toEqual(['years-otherwise']);
  expect(new Set(noticed((await run('TW')).lines))).toEqual(new Set(['not-all-counted']));
  expect(noticed((await run('VH')).lines)).toEqual([]);
  // A word that nobody wrote: the other spelling comes with a query that has lost the window.
  await save({ ...NIGHT, blocks: [NIGHT.blocks[0]!, block('Light', words('brigth light'), words('lamp'))] });
  const misspelt = (await run('VH')).lines;
  expect(noticed(misspelt.filter((l) => l.key === 'limiter recent'))).toEqual(['suggestion-loses']);
  // More than 500, of which it gives 500.
  await save({ ...EMPTY_SHEET, blocks: [block('Anything', words('a'), words('the'), words('in'))] });
  const wide = (await run('BC')).lines;
  const cut = wide.flatMap((l) => l.findings).find((f) => f.code === 'cut-off')!;
  expect(cut.n).toBe(wide.at(-1)!.total! - 500);
});

test('a server that is slow, and does not always answer, is asked again and said so', async () => {
  await save({
    ...EMPTY_SHEET,
    blocks: [
      block('Mills', words('tide mill'), words('tide mills'), words('sluice'), words('sluices')),
      block('Repair', words('repair'), words('repairs')),
    ],
  });
  const { lines } = await run('EB');
  expect(lines.filter((l) => l.total === null).map((l) => l.key)).toEqual(['limiter types']);
  expect(found(lines)).toContain('slow');
  expect(lines.flatMap((l) => l.findings).some((f) => /asked [23] times/.test(f.words))).toBe(true);
});

test('what a term adds is what is missing without it', async () => {
  await save(NIGHT);
  const counted = await said(countBlock(db.context(), id, { databaseId: at('VH'), sheet: NIGHT, block: 1 }));
  expect(counted.terms).toHaveLength(5);
  const [bright] = counted.terms;
  expect(bright!.alone).toBeGreaterThanOrEqual(bright!.onlyHere!);
  expect(bright!.onlyHere).toBeGreaterThanOrEqual(bright!.onlyWhole!);
  expect(bright!.onlyWhole).toBeGreaterThan(0);
});

test('the index itself offers other spellings; a thesaurus finds headings by other labels, with all below them', async () => {
  const near = await said(nearestWords(db.context(), id, { databaseId: at('VH'), field: 'title', word: 'brigth' }));
  expect(near).toMatchObject({ there: false });
  expect(near.words[0]!.word).toBe('bright');
  const thesaurus = await said(bringThesaurus(db.context(), id, { name: '', text: skosOf('night', 'Ostrane'), databaseIds: [at('OF')] }));
  expect(thesaurus).toMatchObject({ name: 'Headings of Ostrane', headings: 25, problems: [] });
  const found = await said(findHeadings(db.context(), id, { thesaurusId: thesaurus.id, words: 'rostered', label: 'Work Schedule' }));
  expect(found.found.map((f) => [f.label, f.by])).toEqual([['Shift Work Schedule', 'rostered work']]);
  expect(found.heading).toMatchObject({
    below: ['Shift Work Schedule', 'Personnel Staffing and Scheduling', 'Work Schedule Tolerance', 'Night Work'],
  });
  const heading = (narrower: boolean): Sheet => ({
    ...EMPTY_SHEET,
    blocks: [block('Shifts', { kind: 'heading', text: 'Work Schedule', narrower, main: false, aspect: '' })],
  });
  await save(heading(false));
  const alone = (await run('OF')).lines[0]!.total!;
  await save(heading(true));
  expect((await run('OF')).lines[0]!.total).toBeGreaterThan(alone);
  await expect(bringThesaurus(db.context(), id, { name: '', text: '@prefix skos: <x> .', databaseIds: [] })).resolves.toMatchObject({
    code: 'unreadable',
  });
});

test('a query written by hand stands in the place of the sheet’s until it is taken back', async () => {
  await save(NIGHT);
  await expect(ownQuery(db.context(), id, { databaseId: at('VH'), query: 'dc.title = (' })).resolves.toMatchObject({ code: 'bad-query' });
  await said(ownQuery(db.context(), id, { databaseId: at('VH'), query: 'dc.title = "nurses"' }));
  const view = await deskView(db.context(), id);
  expect(view.databases.find((d) => d.tag === 'VH')).toMatchObject({ door: { ownQuery: 'dc.title = "nurses"' } });
  expect((await run('VH')).lines.find((l) => l.key === 'question')!.query).toBe('dc.title = "nurses"');
  await said(ownQuery(db.context(), id, { databaseId: at('VH'), query: null }));
});

test('a strategy of hundreds of terms is asked and compared like any other, and a query by hand outlives another look at the server', async () => {
  const long = Array.from({ length: 150 }, (_, i) => words(`night work of the ${i}th kind among rostered crews`));
  await save({ ...NIGHT, blocks: [{ ...NIGHT.blocks[0]!, terms: [...NIGHT.blocks[0]!.terms, ...long] }, NIGHT.blocks[1]!] });
  const { lines } = await run('OF');
  expect(lines.find((l) => l.key === 'question')!.query.length).toBeGreaterThan(8000);
  expect(lines.every((l) => l.total !== null)).toBe(true);
  expect(noticed(lines)).toEqual(['lacks-field']);
  await said(ownQuery(db.context(), id, { databaseId: at('VH'), query: 'dc.title = "nurses"' }));
  const { databases: before } = await deskView(db.context(), id);
  const { address, version, settings } = before.find((d) => d.tag === 'VH')!.door!;
  await said(saveDoor(db.context(), id, { databaseId: at('VH'), address, version, settings, recordSchema: null, thesaurusId: null }));
  const { databases: after } = await deskView(db.context(), id);
  expect(after.find((d) => d.tag === 'VH')!.door!.ownQuery).toBe('dc.title = "nurses"');
  await said(ownQuery(db.context(), id, { databaseId: at('VH'), query: null }));
});

test('titles are drawn by a seed and said on topic or not', async () => {
  await save(NIGHT);
  const drawn = await said(lookAtTitles(db.context(), id, { databaseId: at('QA'), line: 'question', seed: 7 }));
  expect(drawn.titles).toBe(20);
  await said(judgeTitle(db.context(), id, { look: drawn.seq, index: 3, verdict: 'on' }));
  const [look] = await looksOf(db.context().em as never, id);
  expect(look!.titles[3]!.verdict).toBe('on');
  const again = await said(lookAtTitles(db.context(), id, { databaseId: at('QA'), line: 'question', seed: 7 }));
  const [same] = await looksOf(db.context().em as never, id);
  expect(again.seq).toBe(same!.seq);
  expect(same!.titles.map((t) => t.identifier)).toEqual(look!.titles.map((t) => t.identifier));
});

const doJobs = () => db.work(id);
const retrieval = (number: number) => db.context().em.findOneOrFail(Retrieval, { reviewId: id, number });
const recordsOf = async (number: number) => {
  const { id: retrievalId } = await retrieval(number);
  const files = await db.context().em.find(ImportFile, { reviewId: id, retrievalId });
  return db.context().em.count(RecordRow, { reviewId: id, fileId: { $in: files.map((f) => f.id) } });
};

test('a line is taken in whole, with its steps written by the machine and every form of record read', async () => {
  await save(NIGHT);
  await said(keepSheet(db.context(), id, { note: 'First.' }));
  for (const tag of ['OF', 'TW']) {
    const { lines } = await run(tag);
    const last = lines.findLast((l) => l.kind === 'limiter' && l.set)!;
    const taken = await said(takeIn(db.context(), id, { databaseId: at(tag), line: last.key, most: null, aside: false }));
    await doJobs();
    const row = await retrieval(taken.retrieval);
    expect(row).toMatchObject({ exported: row.reported, capped: false });
    expect(row.strategy).toBe(last.query);
    expect(row.notes).toContain('version 1 of the sheet');
    expect(row.steps.at(-1)!.limiters.map((l) => l.name)).toEqual(lines.filter((l) => l.set).map((l) => l.set));
    // One splits its counts: more is there than it says, and all of it is taken.
    expect(await recordsOf(taken.retrieval)).toBeGreaterThanOrEqual(last.total!);
  }
});

test('what a limiter left out is taken in aside; what a server does not give is said with numbers', async () => {
  await save(NIGHT);
  const { lines } = await run('OF');
  const recent = lines.find((l) => l.key === 'limiter recent')!;
  const aside = await said(takeIn(db.context(), id, { databaseId: at('OF'), line: recent.key, most: 10, aside: true }));
  await doJobs();
  expect(await recordsOf(aside.retrieval)).toBe(10);
  expect((await retrieval(aside.retrieval)).notes).toContain('what “Since 2016” left out');
  await save({ ...EMPTY_SHEET, blocks: [block('Anything', words('a'), words('the'), words('in'))] });
  const wide = (await run('BC')).lines.find((l) => l.kind === 'question')!;
  const cut = await said(takeIn(db.context(), id, { databaseId: at('BC'), line: wide.key, most: null, aside: false }));
  await doJobs();
  const row = await retrieval(cut.retrieval);
  expect(row).toMatchObject({ exported: 500, capped: true, reported: wide.total });
  expect(row.reasons.notExported).toContain('and gave 500');
});

test('a saved search says what is new since; one that fails is said so, and tried again', async () => {
  await save({ ...EMPTY_SHEET, blocks: [block('Light', words('bright light')), block('Nurses', words('nurses'))] });
  await run('VH');
  const saved = await said(
    saveSearch(db.context(), id, { name: 'Light and nurses', databaseId: at('VH'), line: 'question', everyDays: 7 }),
  );
  expect(await said(runSearch(db.context(), id, { id: saved.id }))).toMatchObject({ fresh: 0, gone: 0, problem: '' });
  // As if fewer had been found then.
  await db.context().em.nativeUpdate(SavedSearch, { reviewId: id, id: saved.id }, { query: 'vh.basic = "light"', nextAt: new Date(0) });
  expect(await runDueSearches(db.context().em as never, new Date())).toBe(1);
  const [view] = await savedView(db.context(), id);
  expect(view!.runs[0]!.fresh.length).toBeGreaterThan(0);
  expect(view!.runs[0]!.gone).toEqual([]);
  await db.context().em.nativeUpdate(SavedSearch, { reviewId: id, id: saved.id }, { query: 'no.index = "light"', nextAt: new Date(0) });
  await runDueSearches(db.context().em as never, new Date());
  const [failed] = await savedView(db.context(), id);
  expect(failed!.runs[0]).toMatchObject({ total: null, fresh: [], gone: [] });
  expect(failed!.runs[0]!.problem).toMatch(/index/i);
  expect(new Date(failed!.nextAt!).getTime()).toBeLessThan(Date.now() + 2 * 3600_000);
});

test('the search as it is published: what was run at each database, in the tables of the write-up too', async () => {
  await save(NIGHT);
  await run('OF');
  const data = await writeUpData(db.context(), id);
  const table = tablesOf(data).find((t) => t.id === 'search-strategies')!;
  const own = table.rows.filter((r) => r[0] === 'Ostrane');
  expect(own.map((r) => r[2])).toEqual(['Night work', 'Light', 'All parts together', 'Studies', 'Since 2016']);
  expect(own.every((r) => typeof r[3] === 'number')).toBe(true);
  // Quillby has no limiter of publication types: that line was not run there.
  expect(table.rows.filter((r) => r[0] === 'Quillby').map((r) => r[2])).not.toContain('Studies');
  const items = tablesOf(data).find((t) => t.id === 'prisma-s')!;
  expect(items.rows).toHaveLength(16);
  expect(await appendix(db.context(), id)).toContain('Ostrane (SRU 2.0, Ostrane)');
});

test('a server that may not be asked is refused in a sentence', async () => {
  const asked = { databaseId: at('VH'), version: '1.2' as const, recordSchema: null, thesaurusId: null, settings: null };
  await expect(saveDoor(db.context(), id, { ...asked, address: 'http://127.0.0.1:9/other' })).resolves.toMatchObject({
    code: 'outside-fault',
  });
});
