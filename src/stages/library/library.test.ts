import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import type { FACET_NAMES } from '@/core/classify';
import { HELD, LEFT, STOPPED } from '@/core/sieve';
import { withIncoming } from '@/platform/files/incoming';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';
import { decideWork } from '@/stages/decide/commands/decide';
import { saveFullText } from '@/stages/decide/commands/save-full-text';
import { reviewState } from '@/stages/decide/store/review-state';
import { addSource } from '@/stages/found/commands/add-source';
import { foundView } from '@/stages/found/queries/found-view';
import { takeBundle } from '@/stages/review/bundle/read';
import { writeBundle } from '@/stages/review/bundle/write';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { parityView } from '@/stages/sieve/queries/parity-view';
import { workDetail } from '@/stages/works/queries/work-detail';
import { fullTextsZip } from '@/stages/write-up/queries/full-texts-zip';
import { aPdf } from '@/testing/a-pdf';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { filesInZip } from '@/testing/files-in-zip';
import { said } from '@/testing/said';
import { serveStandins } from '../../../demo/servers/serve';
import { askLender, hearLender } from './commands/ask-lender';
import { bringList, dropList } from './commands/bring-list';
import { markHit } from './commands/mark-hit';
import { saveLibrary } from './commands/save-library';
import { libraryView } from './queries/library-view';
import { findInBook, insideOf } from './queries/look-inside';
import { requestsFile, requestsView } from './queries/requests';

let db: TestDatabase;
let id: string;
let servers: Awaited<ReturnType<typeof serveStandins>>;
const SETTINGS = { resolver: '', proxy: '', asker: 'M. Reader', lender: '', register: '', citations: '', deadline: '' };

const entry = (title: string, rest: string) => `TY  - JOUR\nTI  - ${title}\n${rest}\nER  - \n`;

beforeAll(async () => {
  servers = await serveStandins(0, 0.01, 20);
  process.env.SEARCH_SERVERS = `127.0.0.1:${servers.port}`;
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const book = [
    'TY  - BOOK',
    'TI  - Floors of two counties',
    'AU  - Layer, B',
    'PY  - 2009',
    'SN  - 9789990550009',
    'PB  - Sluicegate University Press',
    'ER  - ',
  ];
  const chapter = ['TY  - CHAP', 'TI  - Laying by night', 'T2  - Floors of two counties', 'PY  - 2009', 'SP  - 31', 'EP  - 44', 'ER  - '];
  await importText(
    db,
    id,
    'VH',
    [
      entry('Knee pads for tilers: a randomised trial', 'PY  - 2015\nSN  - 9990-2036\nJO  - Night Work'),
      entry('Straps for floor layers', 'PY  - 2026/03/10\nSN  - 9990-2036\nJO  - Night Work'),
      entry('Boots: a cohort study', 'PY  - 2015\nSN  - 9990-4047\nJO  - Sleep and Labour\nUR  - https://records.example/7;jsessionid=AB'),
      entry('Gloves and grip', 'PY  - 2015'),
      book.join('\n'),
      chapter.join('\n'),
    ].join('\n'),
  );
});
afterAll(async () => {
  delete process.env.SEARCH_SERVERS;
  await db.close();
  await new Promise((done) => servers.server.close(done));
});

const FIELDS = 'publication_title\tprint_identifier\tdate_first_issue_online\tembargo_info\tcoverage_depth\tpublication_type';
const HOLDINGS = [
  FIELDS,
  'Night Work\t9990-2036\t2005\tP1Y\tfulltext\tserial',
  'Floors of two counties\t9789990550009\t\t\tprint\tmonograph',
  '\t9990-4047\t\t\tfulltext\tserial',
].join('\n');
const holdings = { kind: 'holdings' as const, name: 'College', day: '2026-09-01', text: HOLDINGS };
const columnOf = async (facet: (typeof FACET_NAMES)[number]) => {
  const { columns } = await reviewState(db.context(), id);
  const { values, all } = columns.facets[facet];
  return Array.from(columns.numbers, (no, i) => [no, values.filter((_, b) => (all[i]! >>> b) & 1).join()] as const);
};

test('a list of holdings becomes a facet of every work, with the words it rests on', async () => {
  const brought = await said(bringList(db.context(), id, holdings));
  expect(brought).toMatchObject({ lines: 2, problems: [{ line: 4, message: 'It has no title.' }] });
  await db.work(id);
  expect(await columnOf('holding')).toEqual([
    [1, 'held'],
    [2, 'embargoed'],
    [3, 'not-held'],
    [4, ''],
    [5, 'print'],
    [6, ''],
  ]);
  const { holding, passing, getIt } = await workDetail(db.context(), id, 2);
  expect(holding).toMatchObject({
    state: 'embargoed',
    until: '2027-03-10',
    words: expect.stringContaining('the last year is not there'),
  });
  expect([passing, getIt]).toEqual([[], null]);
  const other = await workDetail(db.context(), id, 3);
  expect(other.passing).toMatchObject([{ url: 'https://records.example/7;jsessionid=AB', why: expect.stringContaining('visit') }]);
});

test('a limiter on it knows in, out and cannot tell; and it is held against full-text limiters of databases', async () => {
  const test = { kind: 'facet', facet: 'holding', allowed: ['open', 'held', 'print'] } as const;
  const limiter = { id: 'held', name: 'Held', test, evidence: 'stated' as const, whenUnknown: 'hold' as const, rationale: '', on: true };
  const { review } = await reviewState(db.context(), id);
  await said(saveSieve(db.context(), id, { sieve: [limiter], seenEdit: review.sieveEdit }));
  const { outcomes } = await reviewState(db.context(), id);
  expect([...outcomes.fate]).toEqual([LEFT, STOPPED, STOPPED, HELD, LEFT, HELD]);
  expect((await parityView(db.context(), id)).rows.map((r) => r.name)).toEqual(['Held']);
  await said(saveSieve(db.context(), id, { sieve: [], seenEdit: review.sieveEdit + 1 }));
});

test('a list that is taken away says nothing any more, and again when it is used again', async () => {
  const [list] = (await libraryView(db.context(), id)).lists;
  await said(dropList(db.context(), id, { id: list!.id, removed: true }));
  await db.work(id);
  expect((await columnOf('holding')).every(([, v]) => v === '')).toBe(true);
  await said(dropList(db.context(), id, { id: list!.id, removed: false }));
  await db.work(id);
  expect((await libraryView(db.context(), id)).counts.holding).toMatchObject({ none: 2 });
});

test('standing and field of a venue, of the year in which a work appeared', async () => {
  const text =
    'title,issn,field,quartile,year\nNight Work,9990-2036,Occupational health,Q1,2024\nNight Work,9990-2036,Ergonomics,Q3,2014\n';
  await said(bringList(db.context(), id, { kind: 'standing', name: 'By field', day: '2024', text }));
  await db.work(id);
  expect((await columnOf('standing')).slice(0, 3)).toEqual([
    [1, 'Q3'],
    [2, 'Q1'],
    [3, ''],
  ]);
  expect((await columnOf('discipline')).slice(0, 2)).toEqual([
    [1, 'Ergonomics'],
    [2, 'Occupational health'],
  ]);
  const { classification } = await workDetail(db.context(), id, 1);
  expect(classification.facets.standing.values[0]).toMatchObject({ quote: 'By field, 2014: Night Work', tier: 'venue' });
});

const keep = async (workNo: number) =>
  said(decideWork(db.context(), id, { workNo, verdict: 'keep', reasonCode: '', grounds: 'On topic.', seenSeq: 0 }));

test('what is not held is asked of another library, which answers after days with a PDF or a refusal', async () => {
  for (const no of [2, 3, 4, 5]) await keep(no);
  const at = (path: string) => `http://127.0.0.1:${servers.port}/${path}`;
  await said(saveLibrary(db.context(), id, { ...SETTINGS, lender: at('lend'), resolver: at('resolver'), deadline: '2099-01-01' }));
  const before = await requestsView(db.context(), id);
  expect(before.lines.map((l) => [l.no, l.holding, l.state, l.lacks])).toEqual([
    [2, 'embargoed', 'to-ask', []],
    [3, 'not-held', 'to-ask', []],
    [4, '', 'to-ask', ['what it stands in']],
    [5, 'print', 'to-ask', []],
  ]);
  expect(before.lines[1]!.link?.by).toBe('resolver');
  expect((await requestsFile(db.context(), id, 'requests.csv', [])).body.split('\n')).toHaveLength(4);
  expect((await requestsFile(db.context(), id, 'requests.txt', [5])).body).toContain('loan or copy: loan');
  const asked = await said(askLender(db.context(), id, { works: [2, 3, 4, 5] }));
  expect(asked).toMatchObject({ asked: [2, 3, 5], failed: [{ work: 4, why: 'it lacks what it stands in' }] });
  expect(await said(askLender(db.context(), id, { works: [3] }))).toMatchObject({
    asked: [],
    failed: [{ why: 'it is asked for already' }],
  });
  await new Promise((go) => setTimeout(go, 400));
  const heard = await said(hearLender(db.context(), id, {}));
  expect(heard.sent + heard.refused).toBe(3);
  expect(heard.failed).toEqual([]);
  const after = await requestsView(db.context(), id);
  expect(after.lines.filter((l) => l.state === 'arrived')).toHaveLength(heard.sent);
  for (const line of after.lines.filter((l) => l.state === 'refused')) expect(line.refusedWhy).not.toBe('');
  for (const line of after.lines.filter((l) => l.state === 'arrived'))
    expect((await workDetail(db.context(), id, line.no)).pdfs).toMatchObject([{ hasText: true }]);
  // A page that is no such service is said, and nothing is written down.
  await said(saveLibrary(db.context(), id, { ...SETTINGS, lender: at('resolver'), deadline: '2099-01-01' }));
  await keep(1);
  expect(await said(askLender(db.context(), id, { works: [1] }))).toMatchObject({ asked: [], failed: [{ work: 1 }] });
});

test('what is late is shown', async () => {
  await said(
    saveFullText(db.context(), id, {
      workNo: 1,
      asked: '2001-01-01',
      promised: '2001-01-08',
      arrived: '',
      source: '',
      note: '',
      seenEdit: 0,
    }),
  );
  const line = (await requestsView(db.context(), id)).lines.find((l) => l.no === 1)!;
  expect(line.late).toBeGreaterThan(0);
  expect(line.timing).toContain('promised for 2001-01-08');
});

test('inside a book: its chapter here, words in its text, and what a reader says of each', async () => {
  const pdf = aPdf(['Floors of two counties. The pond was laid by the layers.', 'A layer of lime. The layers of the county.']);
  await said(attachPdf(db.context(), id, 5, 'book.pdf', Readable.from([pdf])));
  const view = await insideOf(db.context(), id, 5);
  expect(view).toMatchObject({ isBook: true, chapters: [{ no: 6, title: 'Laying by night' }], press: { kind: 'scholarly' } });
  const { hits } = await said(findInBook(db.context(), id, { work: 5, words: 'layers' }));
  const own = hits.filter((h) => h.name === 'book.pdf');
  expect(own.map((h) => [h.page, h.found, h.about])).toEqual([
    [1, 'layers', null],
    [2, 'layers', null],
  ]);
  const { attachment, page, start } = own[1]!;
  await said(markHit(db.context(), id, { attachment, page, start, words: 'layers', about: false }));
  const again = (await said(findInBook(db.context(), id, { work: 5, words: 'layers' }))).hits.filter((h) => h.name === 'book.pdf');
  expect(again.map((h) => h.about)).toEqual([null, false]);
});

test('full texts leave in one folder under plain names, and the citations point to them', async () => {
  await said(attachPdf(db.context(), id, 1, 'x?.pdf', Readable.from([aPdf(['Knee pads'])])));
  await said(attachPdf(db.context(), id, 1, 'y.pdf', Readable.from([aPdf(['Knee pads, supplement'])])));
  const files = await filesInZip(await buffer(await fullTextsZip(db.context(), id)));
  const names = [...files.keys()].filter((n) => n.startsWith('full texts/'));
  expect(new Set(names.map((n) => n.toLowerCase())).size).toBe(names.length);
  const links = [...files.get('citations.ris')!.matchAll(/^L1 {2}- (.*)\r$/gm)].map((m) => m[1]);
  expect(links.toSorted()).toEqual(names.toSorted());
  for (const name of names) expect(name).toMatch(/^full texts\/[\p{L}\p{N} .-]+\.pdf$/u);
});

test('lists, sources found otherwise and marks travel in the bundle, and mean the same there', async () => {
  const how = { way: 'person' as const, place: 'A keeper', foundOn: '', note: '', ofWork: null, direction: null };
  const source = {
    kind: 'book',
    title: 'Ledger of the tilers',
    authors: '',
    container: '',
    date: '1987',
    volume: '',
    issue: '',
    pages: '',
    publisher: '',
  } as const;
  await said(
    addSource(db.context(), id, { how, source: { ...source, doi: '', pmid: '', isbn: '', issn: '', url: '', abstract: '' }, pasted: '' }),
  );
  await db.work(id);
  const bytes = await buffer(await writeBundle(db.context(), id));
  const taken = await withIncoming(Readable.from([bytes]), 1e9, (file) => takeBundle(db.context(), 'b.zip', file.path));
  const copy = await said(Promise.resolve(taken!));
  await db.work(copy.id);
  const [here, there] = [await libraryView(db.context(), id), await libraryView(db.context(), copy.id)];
  expect(there.counts).toEqual(here.counts);
  expect(there.lists.map((l) => l.name)).toEqual(['College', 'By field']);
  expect((await foundView(db.context(), copy.id)).sources).toMatchObject([
    { title: 'Ledger of the tilers', how: 'People asked: A keeper' },
  ]);
  expect((await said(findInBook(db.context(), copy.id, { work: 5, words: 'layers' }))).hits.filter((h) => h.about === false)).toHaveLength(
    1,
  );
});
