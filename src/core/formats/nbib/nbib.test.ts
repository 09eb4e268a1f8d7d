import { readFileSync } from 'node:fs';
import { emptyRecord } from '@/core/record';
import { readText, recordsOf } from '@/testing/read-text';
import { writeNbib } from './write';

interface Theirs {
  PMID: string;
  TI: string;
  AB: string;
  VI: string;
  IP: string;
  PG: string;
  DP: string;
  FAU: string[];
  PT: string[];
  MH: string[];
  LA: string[];
}
const SAMPLE = readFileSync('src/core/formats/nbib/sample.nbib', 'utf8');
/** What Bio.Medline of Biopython 1.80 read in sample.nbib (`Medline.parse`), recorded once. */
const RECORDED = JSON.parse(readFileSync('src/core/formats/nbib/sample.biopython.json', 'utf8')) as { entries: Theirs[] };

test('reads every field of the sample as Biopython does', async () => {
  const records = recordsOf(await readText(SAMPLE, 'nbib'));
  expect(records.length).toBe(RECORDED.entries.length);
  records.forEach((r, i) => {
    const theirs = RECORDED.entries[i]!;
    // We drop the full stop that MEDLINE puts behind titles.
    expect([r.pmid, r.title, r.abstract.replace(/\s+/g, ' ')]).toEqual([
      theirs.PMID,
      theirs.TI.replace(/\.$/, ''),
      theirs.AB.replace(/\s+/g, ' '),
    ]);
    expect([r.volume, r.issue, r.pages, r.dates.issue]).toEqual([theirs.VI, theirs.IP, theirs.PG, theirs.DP]);
    expect(r.authors.filter((a) => a.given).map((a) => `${a.family}, ${a.given}`)).toEqual(theirs.FAU.filter((f) => f.includes(',')));
    expect(r.types.filter((t) => t.vocabulary === 'mesh-publication-type').map((t) => t.term)).toEqual(theirs.PT);
    expect(r.headings.slice(0, theirs.MH.length)).toEqual(theirs.MH);
    expect(r.languages).toEqual(theirs.LA);
  });
});

// NLM, MEDLINE/PubMed Data Element (Field) Descriptions.
const one = async (...lines: string[]) => recordsOf(await readText(`PMID- 99000001\nTI  - A title.\n${lines.join('\n')}\n\n`, 'nbib'))[0]!;
test.each([
  ['a DOI among article identifiers', ['LID - S1 [pii]', 'AID - 10.5555/AB [doi]'], { doi: '10.5555/ab' }],
  ['initials when full names are absent', ['AU  - Abara T'], { authors: [{ family: 'Abara', given: 'T' }] }],
  ['a group as author', ['CN  - Lamp Group'], { authors: [{ family: 'Lamp Group', given: '' }] }],
  ['two ISSNs', ['IS  - 0317-8471 (Print)', 'IS  - 1050-124X (Linking)'], { issns: ['0317-8471', '1050-124X'] }],
  [
    'day online and record date',
    ['DEP - 20200506', 'CRDT- 2020/05/07 06:00'],
    { dates: { online: '20200506', issue: '', added: '2020/05/07 06:00' } },
  ],
  ['indexing status', ['STAT- In-Process'], { types: [{ vocabulary: 'medline-status', term: 'In-Process' }] }],
  ['unknown fields', ['SO  - J. 2020;1:2.'], { extra: { SO: ['J. 2020;1:2.'] } }],
])('%s', async (_, lines, expected) => expect(await one(...lines)).toMatchObject(expected));

test('a citation without number and title is rejected with its line', async () => {
  const entries = await readText('PMID- 99000001\nTI  - One\n\nPMID- \nOWN - X\n\n', 'nbib');
  expect(entries).toMatchObject([{ kind: 'record' }, { kind: 'rejected', line: 4, problem: { code: 'no-title-or-identifier' } }]);
});
test('lines between citations are rejected, not lost', async () => {
  const entries = await readText('PMID- 99000001\nTI  - One\n\n<hr>\n\nPMID- 99000002\nTI  - Two\n', 'nbib');
  expect(entries.map((e) => e.kind)).toEqual(['record', 'rejected', 'record']);
});

const DEMO = readFileSync('demo/files/ostrane.nbib', 'utf8');
test('pieces of any size give the same entries, and so do other line ends', async () => {
  const part = DEMO.slice(0, 40_000);
  const whole = await readText(part, 'nbib');
  for (const size of [1, 7, 100, 4096]) expect(await readText(part, 'nbib', size)).toEqual(whole);
  for (const end of ['\r\n', '\r']) expect(recordsOf(await readText(part.replaceAll('\n', end), 'nbib'))).toEqual(recordsOf(whole));
});
test('every line stands in exactly one entry', async () => {
  const raw = (await readText(DEMO, 'nbib')).flatMap((e) => e.raw.split('\n')).filter((l) => l.trim());
  expect(raw).toEqual(DEMO.split('\n').filter((l) => l.trim()));
});
test.each([
  ['cut off in the middle of a field', 'PMID- 99000001\nTI  - One\nAB  - Words that', { abstract: 'Words that' }],
  ['no blank line before the next citation', 'PMID- 99000001\nTI  - One\nPMID- 99000002\nTI  - Two\n', { title: 'One' }],
  ['a tag without its padding', 'PMID- 99000001\nTI - One\n', { title: 'One' }],
  ['a hyphen in wrapped text', 'PMID- 99000001\nTI  - One\nAB  - Light and\n      well- being.\n', { abstract: 'Light and well- being.' }],
  ['a book', 'PMID- 99000001\nBTI - A book\nISBN- 9780306406157\n', { title: 'A book', isbns: ['9780306406157'] }],
  ['a title that ends in an ellipsis', 'PMID- 99000001\nTI  - And then...\n', { title: 'And then...' }],
])('reads %s', async (_, text, expected) => expect(recordsOf(await readText(text, 'nbib'))[0]).toMatchObject(expected));

test('a book keeps its corporate author and a date; a chapter stands in its book, the book in no series', async () => {
  const book = 'PMID- 1\nBTI - Handbook of Ditches.\nCTI - Field Reports\nCN  - Working Group on Ditches\nCTDT- 20090501\nPT  - Book\n\n';
  const chapter = 'PMID- 2\nCTI - Field Reports\nTI  - Draining\nBTI - Handbook of Fields.\nDP  - 2010\nDRDT- 20110401\nPT  - Review\n\n';
  expect(recordsOf(await readText(book + chapter, 'nbib'))).toMatchObject([
    {
      ...{ title: 'Handbook of Ditches', container: '', authors: [{ family: 'Working Group on Ditches', given: '' }] },
      dates: { issue: '20090501' },
    },
    { title: 'Draining', container: 'Handbook of Fields', dates: { issue: '2010' } },
  ]);
});

test('a record without a number is an entry of its own all the same', async () => {
  const written = [{ title: 'One' }, { title: 'Two' }].map((r) => writeNbib({ ...emptyRecord('nbib'), ...r })).join('');
  expect(recordsOf(await readText(written, 'nbib')).map((r) => r.title)).toEqual(['One', 'Two']);
});
