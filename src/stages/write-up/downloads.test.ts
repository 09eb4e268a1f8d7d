import { SaxesParser } from 'saxes';
import { NotFound, openReview } from '@/platform/context';
import { decideWork } from '@/stages/decide/commands/decide';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { reviewState } from '@/stages/decide/store/review-state';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { filesInZip } from '@/testing/files-in-zip';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { writeUpData } from './queries/data';
import { writeUpFile } from './queries/export';
import { tablesOf } from './queries/tables';

let db: TestDatabase;
let id: string;
/** Titles that a page, a formula or an XML file could take for something of its own. */
const TITLES = ['Mats <b>& straps</b> for "knees"', '=SUM(A1:A9) of tilers', 'Gloves, felt; and 5 < 6 & 7', 'Boots – “wide” ones'];
const GROUNDS = '<script>alert(1)</script> & it fits.';

beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  await importText(db, id, 'VH', TITLES.map((title, i) => risEntry(i + 1, title, 'PY  - 2021')).join('\n'));
  await startReasons(db.context(), id);
  await said(saveSieve(db.context(), id, { sieve: [], seenEdit: (await openReview(db.context(), id)).sieveEdit }));
  for (const workNo of (await reviewState(db.context(), id)).columns.numbers) {
    const verdict = workNo % 2 ? 'keep' : 'exclude';
    await said(
      decideWork(db.context(), id, {
        workNo,
        verdict,
        reasonCode: verdict === 'exclude' ? 'population' : '',
        grounds: GROUNDS,
        seenSeq: 0,
      }),
    );
  }
});
afterAll(() => db.close());

const file = async (what: string) => Buffer.from((await writeUpFile(db.context(), id, what)).body as string);
const tables = async () => tablesOf(await writeUpData(db.context(), id));

/** Names and texts of an XML file's elements. @throws when it is not well-formed, as the standard has it */
function readXml(text: string) {
  const names: string[] = [];
  const texts: string[] = [];
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', ({ name }) => {
    names.push(name);
    texts.push('');
  });
  parser.on('text', (piece) => {
    texts[texts.length - 1] += piece;
  });
  parser.write(text).close();
  return { names, texts, whole: texts.join('') };
}

test('the page stands by itself: nothing in it runs or is fetched, and what is printed is text', async () => {
  const html = (await file('write-up.html')).toString();
  expect(html).toContain(`default-src 'none'`);
  expect(html).not.toMatch(/<script|<link|<iframe|\son\w+=|src=/i);
  for (const title of TITLES)
    expect(html).toContain(title.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;'));
  expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &amp; it fits.');
  for (const { id: table, rows } of await tables()) {
    const part = html.slice(html.indexOf(`<h2 id="${table}">`)).split(/<h2(?! id="[^"]*">)|<h2 id=/)[1]!;
    expect([table, (part.match(/<tr>/g) ?? ['']).length - 1]).toEqual([table, rows.length]);
  }
});

test('the workbook has a sheet for each table, as long as that, and no formula', async () => {
  const files = await filesInZip(await file('tables.xlsx'));
  const made = await tables();
  const sheets = [...files.keys()].filter((name) => /^xl\/worksheets\/sheet\d+\.xml$/.test(name));
  expect(sheets).toHaveLength(made.length);
  for (const [i, { rows }] of made.entries()) {
    const { names } = readXml(files.get(`xl/worksheets/sheet${i + 1}.xml`)!);
    expect([names.filter((n) => n === 'row').length, names.filter((n) => n === 'f').length]).toEqual([rows.length + 1, 0]);
  }
  const strings = readXml(files.get('xl/sharedStrings.xml')!).texts;
  for (const title of TITLES) expect(strings.some((s) => s.includes(title))).toBe(true);
});

test('a table by itself is the same in a workbook and in plain text', async () => {
  for (const { id: table, columns, rows } of await tables()) {
    const csv = (await file(`${table}.csv`)).toString();
    expect(csv.split(/\r?\n/)[0]!.replace(/^\uFEFF/, '')).toBe(
      columns.map((c) => (/[",\n]/.test(c) ? `"${c.replaceAll('"', '""')}"` : c)).join(','),
    );
    const sheet = (await filesInZip(await file(`${table}.xlsx`))).get('xl/worksheets/sheet1.xml')!;
    expect([table, readXml(sheet).names.filter((n) => n === 'row').length]).toEqual([table, rows.length + 1]);
  }
});

test('the document is one that a word processor can open, with every work and the grounds', async () => {
  const files = await filesInZip(await file('write-up.docx'));
  expect([...files.keys()]).toEqual(expect.arrayContaining(['[Content_Types].xml', 'word/document.xml']));
  for (const [name, text] of files) if (/\.(?:xml|rels)$/.test(name)) expect(() => readXml(text)).not.toThrow();
  const { whole } = readXml(files.get('word/document.xml')!);
  for (const title of TITLES) expect(whole).toContain(title);
  expect(whole).toContain(GROUNDS);
});

test('the picture of the flow is an image, and its numbers those of the flow', async () => {
  const { names, whole } = readXml((await file('flow.svg')).toString());
  expect(names[0]).toBe('svg');
  expect(whole).toMatch(/\b4\b/);
  expect(JSON.parse((await file('flow.json')).toString())).toMatchObject({ interim: expect.anything() });
});

test('references are of the kept works alone', async () => {
  const text = (await file('references.txt')).toString();
  expect(TITLES.map((title) => text.includes(title.slice(0, 5)))).toEqual([true, false, true, false]);
});

test.each(['write-up.exe', 'nothing.csv', 'kept.html', '', '../data'])('there is no part called %j', (what) =>
  expect(writeUpFile(db.context(), id, what)).rejects.toThrow(NotFound),
);
