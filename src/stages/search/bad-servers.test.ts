import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { DEFAULT_PROFILE } from '@/core/parity';
import { EMPTY_SHEET } from '@/core/search/blocks';
import { ImportFile, Job, RecordRow, Retrieval, SearchTaking } from '@/platform/db/schema';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { aReview, openTestDatabase, type TestDatabase } from '@/testing/database';
import { said } from '@/testing/said';
import { runLines } from './commands/run-lines';
import { saveDoor } from './commands/save-door';
import { saveSheet } from './commands/save-sheet';
import { takeIn } from './commands/take-in';

/** What the server does; changed by each test. */
let answer: (asked: URLSearchParams) => { body: Buffer | string; type?: string; status?: number };
let server: Server;
let db: TestDatabase;
let id: string;
let databaseId: string;

const EXPLAIN =
  '<explainResponse><record><recordData><explain><databaseInfo><title>Odd</title></databaseInfo><indexInfo><index><title>Any</title><map><name set="cql">anywhere</name></map></index></indexInfo><configInfo><setting type="maximumRecords">3</setting></configInfo></explain></recordData></record></explainResponse>';
const mods = (n: number, title = `Lamps ${n}`) =>
  `<mods><titleInfo><title>${title}</title></titleInfo><recordInfo><recordIdentifier>${n}</recordIdentifier></recordInfo></mods>`;
const page = (total: number, from: number, count: number, title?: string) =>
  `<searchRetrieveResponse><numberOfRecords>${total}</numberOfRecords><records>${Array.from({ length: count }, (_, i) => `<record><recordData>${mods(from + i, title)}</recordData><recordIdentifier>r${from + i}</recordIdentifier></record>`).join('')}</records></searchRetrieveResponse>`;
const startOf = (asked: URLSearchParams) => Number(asked.get('startRecord'));
/** Answers what it says of itself in order; the rest is the test's. */
const sound =
  (search: typeof answer): typeof answer =>
  (asked) =>
    asked.get('query') === null ? { body: EXPLAIN } : search(asked);

beforeAll(async () => {
  server = createServer((request, response) => {
    const { body, type = 'application/xml', status = 200 } = answer(new URL(request.url!, 'http://x').searchParams);
    response.writeHead(status, { 'content-type': type }).end(body);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  process.env.SEARCH_SERVERS = `127.0.0.1:${(server.address() as AddressInfo).port}`;
  db = await openTestDatabase();
  id = (await aReview(db.context())).id;
  ({ id: databaseId } = await said(saveDatabase(db.context(), id, { id: null, name: 'Odd', tag: 'OD', profile: DEFAULT_PROFILE })));
  const terms = [{ kind: 'words' as const, text: 'lamps', field: 'anywhere' as const }];
  await said(saveSheet(db.context(), id, { value: { ...EMPTY_SHEET, blocks: [{ name: 'Lamps', want: 'in', terms, note: '' }] } }));
});
afterAll(async () => {
  delete process.env.SEARCH_SERVERS;
  server.close();
  await db.close();
});

const open = () =>
  saveDoor(db.context(), id, {
    ...{ databaseId, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/sru`, version: '1.2', settings: null },
    ...{ recordSchema: null, thesaurusId: null },
  });
/** Counts the lines and takes the question in. */
async function taken() {
  await said(open());
  await said(runLines(db.context(), id, { databaseId }));
  const { retrieval } = await said(takeIn(db.context(), id, { databaseId, line: 'question', most: null, aside: false }));
  await db.work(id);
  const row = await db.context().em.findOneOrFail(Retrieval, { reviewId: id, number: retrieval });
  const files = await db.context().em.find(ImportFile, { reviewId: id, retrievalId: row.id });
  const records = await db
    .context()
    .em.find(RecordRow, { reviewId: id, fileId: { $in: files.map((f) => f.id) } }, { orderBy: { no: 'asc' } });
  return { row, records };
}

test.each([
  ['a web page', '<!doctype html><html><body>Welcome</body></html>', /web page/],
  ['garbage', Buffer.from([0, 1, 2, 3, 0xfe, 0xff]), /no XML|encoding|UTF-8/i],
  ['another document', '<rss/>', /<rss>, not what was asked for/],
  ['nothing', '', /no XML/],
])('%s in place of a description is refused in a sentence', async (_what, body, words) => {
  answer = () => ({ body });
  const told = await open();
  expect(told).toMatchObject({ ok: false, code: 'outside-fault' });
  expect(told.ok ? '' : told.message).toMatch(words);
});

test('a count that is a lie: what was given is there, and the difference is said', async () => {
  answer = sound((asked) => ({ body: page(1000, startOf(asked), asked.get('maximumRecords') === '0' ? 0 : startOf(asked) <= 6 ? 3 : 0) }));
  const { row, records } = await taken();
  expect(records.map((r) => r.item.title)).toEqual([1, 2, 3, 4, 5, 6].map((n) => `Lamps ${n}`));
  expect(row).toMatchObject({ reported: 1000, exported: 6, capped: true });
  expect(row.reasons.notExported).toContain('The server said 1,000 and gave 6');
});

test('a server that sends the same page for ever is left after it came a second time', async () => {
  answer = sound((asked) => ({ body: page(1_000_000, 1, asked.get('maximumRecords') === '0' ? 0 : 3) }));
  const { row, records } = await taken();
  expect(records).toHaveLength(3);
  expect(row.reasons.notExported).toContain('3 records from place 4 on were sent before');
});

test('another encoding is read by what the document says', async () => {
  const latin = (body: string) => ({ body: Buffer.from(`<?xml version="1.0" encoding="ISO-8859-1"?>${body}`, 'latin1'), type: 'text/xml' });
  answer = sound((asked) => latin(page(1, 1, asked.get('maximumRecords') === '0' ? 0 : 1, 'Lámparas y sueño')));
  const { records } = await taken();
  expect(records.map((r) => r.item.title)).toEqual(['Lámparas y sueño']);
});

test('garbage half-way ends the job with its reason; what came before is kept and gone on from', async () => {
  const before = await db.context().em.count(RecordRow, { reviewId: id });
  let broken = true;
  answer = sound((asked) => ({
    body:
      startOf(asked) >= 4 && broken
        ? '<searchRetrieveResponse><records>'
        : page(6, startOf(asked), asked.get('maximumRecords') === '0' ? 0 : 3, 'Lamps again'),
  }));
  await said(open());
  await said(runLines(db.context(), id, { databaseId }));
  const { job } = await said(takeIn(db.context(), id, { databaseId, line: 'question', most: null, aside: false }));
  await expect(db.work(id)).rejects.toThrow(/no XML that can be read/);
  const row = await db.context().em.findOneOrFail(Job, { reviewId: id, fileId: job });
  expect(row.message).toMatch(/no XML that can be read/);
  expect(await db.context().em.findOneOrFail(SearchTaking, { reviewId: id, id: job })).toMatchObject({ got: 3, next: 4 });
  // It is well again: another attempt asks for the rest alone.
  broken = false;
  const asked: number[] = [];
  const { fetchRecords } = await import('./jobs/fetch-records');
  const well = answer;
  answer = (of) => {
    if (of.get('query') !== null) asked.push(startOf(of));
    return well(of);
  };
  await fetchRecords(db.context(), id, job, { write: async () => {}, step: async () => {} });
  await db.work(id);
  expect(asked).toEqual([4]);
  expect(await db.context().em.count(RecordRow, { reviewId: id })).toBe(before + 6);
});
