import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { readText, recordsOf } from '@/testing/read-text';

const DEMO = readFileSync('demo/files/vellmora.ris', 'utf8');

test('reads titles, authors, years, containers and DOIs as the Citation.js RIS plugin does', async () => {
  // One entry at a time, whole ones only: the library drops a file that holds a single bad entry. Journal items only:
  // it calls the authors of news reporters.
  const entries = (await readText(DEMO, 'ris'))
    .filter((e) => e.kind === 'record' && e.problems.length === 0 && e.raw.startsWith('TY  - JOUR'))
    .slice(0, 60);
  expect(entries.length).toBe(60);
  // A general-purpose reference library's reading of the same entries.
  const printed = execFileSync(process.execPath, ['src/testing/citation-js.mjs'], {
    input: JSON.stringify(entries.map((e) => e.raw)),
    encoding: 'utf8',
  });
  const items = JSON.parse(printed) as {
    title?: string;
    author?: { family: string }[];
    issued: { 'date-parts': number[][] };
    'container-title'?: string;
    DOI?: string;
    volume?: string;
  }[];
  for (const [i, entry] of entries.entries()) {
    if (entry.kind !== 'record') continue;
    const theirs = items[i]!;
    expect(entry.record.title).toBe(theirs.title);
    // The library leaves out authors without a comma; we keep them whole.
    expect(entry.record.authors.filter((a) => a.given).map((a) => a.family)).toEqual((theirs.author ?? []).map((a) => a.family));
    expect(entry.record.dates.issue.slice(0, 4)).toBe(String(theirs.issued['date-parts'][0]![0]));
    expect(entry.record.container).toBe(theirs['container-title'] ?? '');
    expect(entry.record.doi).toBe((theirs.DOI ?? '').toLowerCase());
    expect(entry.record.volume).toBe(String(theirs.volume ?? ''));
  }
});

// RIS Format Specifications: two-letter tag, two spaces, hyphen, space; TY first, ER last.
const entry = (...lines: string[]) => ['TY  - JOUR', 'TI  - A title', ...lines, 'ER  - ', ''].join('\r\n');
const one = async (text: string) => recordsOf(await readText(text, 'ris'))[0]!;

test.each([
  ['journal name from JO', 'JO  - J One', { container: 'J One' }],
  ['journal name from JF', 'JF  - Journal One', { container: 'Journal One' }],
  ['pages from SP and EP', 'SP  - 12\r\nEP  - 19', { pages: '12-19' }],
  ['abstract in N2', 'N2  - Words', { abstract: 'Words' }],
  ['continued abstract', 'AB  - First line\r\nsecond line\r\n  third', { abstract: 'First line second line third' }],
  ['the fuller of PY and DA', 'PY  - 2020\r\nDA  - 2020/05/06/', { dates: { online: '', issue: '2020/05/06', added: '' } }],
  ['a day online', 'DA  - 2020/05/06/epub\r\nPY  - 2020/07//', { dates: { online: '2020/05/06', issue: '2020/07', added: '' } }],
  ['an ISSN with a check digit', 'SN  - 0317-8471', { issns: ['0317-8471'] }],
  ['DOI from an address', 'UR  - https://doi.org/10.5555/AbC', { doi: '10.5555/abc' }],
  ['unknown tags kept', 'U1  - one\r\nU1  - two', { extra: { U1: ['one', 'two'] } }],
  ['a second journal name kept', 'JF  - Journal One\r\nJA  - J One', { container: 'Journal One', extra: { JA: ['J One'] } }],
])('%s', async (_, lines, expected) => expect(await one(entry(lines))).toMatchObject(expected));

test.each([
  ['no ER between entries', 'TY  - JOUR\nTI  - One\nTY  - JOUR\nTI  - Two\nER  - \n', ['entry-not-closed'], 2],
  ['no ER at the end', 'TY  - JOUR\nTI  - Cut off here', ['entry-not-closed'], 1],
  ['an unknown type', 'TY  - XYZZ\nTI  - One\nER  - \n', ['unknown-type'], 1],
  ['no type', 'TY  - \nTI  - One\nER  - \n', ['no-type'], 1],
  ['an impossible date', 'TY  - JOUR\nTI  - One\nPY  - soon\nER  - \n', ['bad-date'], 1],
  ['a wrong ISSN', 'TY  - JOUR\nTI  - One\nSN  - 0317-8472\nER  - \n', ['bad-issn'], 1],
  ['a wrong DOI', 'TY  - JOUR\nTI  - One\nDO  - see publisher\nER  - \n', ['bad-doi'], 1],
  ['markup in a title', 'TY  - JOUR\nTI  - <script>alert(1)</script>\nER  - \n', ['markup-in-title'], 1],
  ['a broken tag', 'TY  - JOUR\nTI  - One\nAB-Words\nER  - \n', ['broken-line'], 1],
])('reads %s, and says so', async (_, text, codes, records) => {
  const entries = await readText(text, 'ris');
  expect(entries.map((e) => e.kind)).toEqual(Array(records).fill('record'));
  expect(entries[0]).toMatchObject({ problems: codes.map((code) => ({ code })) });
});

test.each([
  ['text before the first entry', 'Exported on Monday\nTY  - JOUR\nTI  - One\nER  - \n', 'text-outside-entry', 1],
  ['an entry without its first line', 'TY  - JOUR\nTI  - One\nER  - \n\nAU  - Two, A\nTI  - Lost\n', 'text-outside-entry', 5],
  ['an entry with nothing to know it by', 'TY  - JOUR\nAU  - One, A\nER  - \n', 'no-title-or-identifier', 1],
])('rejects %s with its line', async (_, text, code, line) => {
  const rejected = (await readText(text, 'ris')).filter((e) => e.kind === 'rejected');
  expect(rejected).toMatchObject([{ line, problem: { code, line } }]);
  expect(text).toContain(rejected[0]!.raw.split('\n')[0]);
});

test('an endless entry is rejected and the next one read', async () => {
  const entries = await readText(`TY  - JOUR\nTI  - ${'x'.repeat(1_100_000)}\nER  - \nTY  - JOUR\nTI  - Next\nER  - \n`, 'ris');
  expect(entries).toMatchObject([
    { kind: 'rejected', problem: { code: 'entry-too-long' } },
    { kind: 'record', record: { title: 'Next' } },
  ]);
});

test('pieces of any size give the same entries', async () => {
  const whole = await readText(DEMO.slice(0, 40_000), 'ris');
  for (const size of [1, 7, 100, 4096]) expect(await readText(DEMO.slice(0, 40_000), 'ris', size)).toEqual(whole);
});

test('every line stands in exactly one entry', async () => {
  const lines = (text: string) =>
    text
      .split(/\r?\n/)
      .filter((l) => l.trim())
      .map((l) => l.trimEnd()); // prettier-ignore
  expect((await readText(DEMO, 'ris')).flatMap((e) => lines(e.raw))).toEqual(lines(DEMO));
});
