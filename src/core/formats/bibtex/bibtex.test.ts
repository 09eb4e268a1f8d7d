import { parse } from '@retorquere/bibtex-parser';
import { inheritedFrom } from '@/core/merge';
import { readText, recordsOf } from '@/testing/read-text';

const one = async (text: string) => recordsOf(await readText(text, 'bibtex'))[0]!;
const ENTRY = `@string{jx = {Journal of } # "Floors"}
% a remark
@article{falk2021,
  author = {Falk, Iben and {van der Berg}, J{\\"u}rgen and M{\\o}ller, {\\AA}se and Hemi Ngata and Jan van Dam and {Lamp and Light Group} and Sund, Jr, Alva},
  title = {{Knee} pads \\& pain: 50\\% of \\emph{all} tilers in {DNA} -- a ''trial''},
  journal = jx, year = 2021, month = mar, volume=3, number={2}, pages = {12--19},
  doi = {10.5555/a_b}, url={https://example.test/a_b?x=1&y=%20},
  abstract = {Line one.

  Second \\textit{para}.}, keywords = {a; b c}, type = {Review}, annotation = {foo {Bar}},
}
`;

test('every field finds its place; LaTeX is decoded, strings are put in', async () => {
  expect(await one(ENTRY)).toMatchObject({
    accession: 'falk2021',
    title: 'Knee pads & pain: 50% of all tilers in DNA – a ”trial”',
    container: 'Journal of Floors',
    authors: [
      { family: 'Falk', given: 'Iben' },
      { family: 'van der Berg', given: 'Jürgen' },
      { family: 'Møller', given: 'Åse' },
      { family: 'Ngata', given: 'Hemi' },
      { family: 'van Dam', given: 'Jan' },
      { family: 'Lamp and Light Group', given: '' },
      { family: 'Sund', given: 'Alva, Jr' },
    ],
    dates: { issue: '2021-03' },
    volume: '3',
    issue: '2',
    pages: '12-19',
    doi: '10.5555/a_b',
    urls: ['https://example.test/a_b?x=1&y=%20'],
    abstract: 'Line one. Second para.',
    headings: ['a', 'b c'],
    types: [
      { vocabulary: 'bibtex-type', term: 'article' },
      { vocabulary: 'own', term: 'Review' },
    ],
    extra: { annotation: ['foo Bar'] },
  });
});

// A general-purpose BibTeX library's reading of whole entries; ours hands it only the values with commands in them.
test.each([
  'J{\\"u}rgen \\& S{\\o}n \\alpha',
  'H$_2$O and CO$_2$',
  "L'{\\'E}tude \\textbf{na{\\\"i}ve} {\\ss}",
  'na\\~nu \\c{c}a va{\\v{s}}',
  'pages 3--9 and a---b',
  '\\emph{all} of it',
  'a\\_b\\#c\\%d',
])('decodes %s as the library does', async (value) => {
  const { entries } = parse(`@article{k, note = {${value}}}`, { sentenceCase: false, english: false, unsupported: 'ignore' });
  const theirs = String(entries[0]!.fields.note)
    .replace(/<[^>]+>/g, '')
    .normalize('NFC');
  expect((await one(`@article{k, title = {${value}}}`)).title).toBe(theirs);
});
test.each([
  ['Falk, Iben and Jan van Dam and Hemi Ngata', undefined],
  ['{Lamp Group} and de la Cruz, Ana', undefined],
])('splits names as the library does: %s', async (names) => {
  const { entries } = parse(`@article{k, author = {${names}}}`, { sentenceCase: false, english: false });
  const theirs = (entries[0]!.fields.author as { lastName?: string; firstName?: string; prefix?: string; name?: string }[]).map((a) => ({
    family: a.name ?? [a.prefix, a.lastName].filter(Boolean).join(' '),
    given: a.firstName ?? '',
  }));
  expect((await one(`@article{k, title={A}, author = {${names}}}`)).authors).toEqual(theirs);
});

test.each([
  ['an entry that is not closed', '@article{b, title = {unclosed\n', 'entry-not-closed'],
  ['a value that is not closed', '@article{b, title = {A}, x = "y}\n', 'not-well-formed'],
  ['a field without a value', '@article{b, title = }\n', 'not-well-formed'],
  ['the rest of an entry', 'title = {Lost},\n}\n', 'text-outside-entry'],
  ['an entry with nothing to know it by', '@misc{b, year = 2020}\n', 'no-title-or-identifier'],
])('%s is rejected with its line, and costs no other', async (_, middle, code) => {
  const entries = await readText(`@article{a, title={One}}\n${middle}@book{c, title={Three}}\n`, 'bibtex', 5);
  expect(entries.map((e) => (e.kind === 'record' ? e.record.accession : e.problem.code))).toEqual(['a', code, 'c']);
  expect(entries.map((e) => e.line)).toEqual([1, 2, 2 + middle.split('\n').length - 1]);
});
test('remarks, comments and preambles are no entries', async () => {
  expect(await readText('Written by hand.\n@comment{x}\n@preamble{"\\def"}\n@string{a="b"}\n', 'bibtex')).toEqual([]);
});
test('brackets may stand for braces', async () => {
  expect((await one('@article(k, title = {A (b) c}, year = "20" # "21")')).title).toBe('A (b) c');
});

// Commands of LaTeX and of BibLaTeX's manual, one by one, as the library prints them.
test.each([
  ...["\\'e", "\\'{e}", '{\\"o}', '\\v{s}', '\\v s', '\\c{c}', '\\k{a}', '\\H{o}', '\\u{g}', '\\d{t}'],
  ...[
    '\\r{a}',

    '\\.z',
    '\\=a',
    '\\~{n}',
    '\\aa',
    '{\\AA}',
    '\\o{}',
    '{\\L}ód',
    '{\\ae}',
    '{\\OE}uvre',
    'Stra{\\ss}e',
    '\\dh',
    '\\th',
  ],
  ...[
    'a \\& b',
    '5\\,mm',
    '\\$5',
    '\\{x\\}',
    '\\textit{in {two} words}',
    '{\\em now} then',
    '\\textendash',
    '\\ldots{} so',
    '{\\it old} style',
  ],
])('the command in %s prints what the library prints', async (value) => {
  const { entries } = parse(`@article{k, note = {${value}}}`, { sentenceCase: false, english: false, unsupported: 'ignore' });
  const theirs = String(entries[0]!.fields.note)
    .replace(/<[^>]+>/g, '')
    .replace(/\s+/g, ' ')
    .trim()
    .normalize('NFC');
  expect((await one(`@article{k, title = {${value}}}`)).title).toBe(theirs);
});
test.each([
  ['\\enquote{Well {said}}, she said', '“Well said”, she said'],
  ["\\'\\i, \\'{\\i} and \\^{\\j}, \\b{b}", 'í, í and ĵ, ḇ'],
  ['CO$_2$ and m$^{-1}$', 'CO₂ and m⁻¹'],
  ['in\u00adter\u00adnational', 'international'],
  [`${"\\'".repeat(5000)}e`, expect.stringContaining('e')],
  ['{\\unknowncommand{kept}} text', expect.stringContaining('text')],
])('a value is read as a reader of the printed page would: %#', async (value, text) => {
  expect((await one(`@article{k, title = {${value}}}`)).title).toEqual(text);
});

// BibLaTeX manual, sections 2.2.2 and 2.3.8: months and dates; classic BibTeX prints months as it likes.
test.each([
  ['year = 2019, month = jun', '2019-06'],
  ['year = 2019, month = jun # "/" # sep', '2019-06/2019-09'],
  ['year = {2019}, month = {June--July}', '2019-06/2019-07'],
  ['year = 2019, month = 10 # "~" # jan', '2019-01-10'],
  ['year = 2019, month = {January 10}', '2019-01-10'],
  ['year = 2019, month = {3}', '2019-03'],
  ['year = 2019, month = {Michaelmas}', '2019'],
  ['year = 2019, month = {Spring}', '2019 Spring'],
  ['date = {2019-05-06}, year = 2018', '2019-05-06'],
])('%s is dated %s, and a month never takes the year with it', async (fields, date) => {
  expect((await one(`@article{k, title = {A}, ${fields}}`)).dates.issue).toBe(date);
});

test('a title is whole: with its subtitle and what is added to it', async () => {
  expect(await one('@book{k, title={Floors}, subtitle={A history}, titleaddon={Second part}, booksubtitle={x}}')).toMatchObject({
    title: 'Floors: A history. Second part',
    extra: { subtitle: ['A history'], titleaddon: ['Second part'] },
  });
});

const CHAPTER = '@incollection{c1, author={Falk, Iben}, title={On joints}, pages={3--9}, crossref={b1}}';
const BOOK =
  '@collection{b1, title={All joints}, subtitle={A handbook}, editor={Hemi, N.}, publisher={Harrowgate Press}, year=2011, doi={10.5555/b}, keywords={joints}}';
test.each([
  ['before', `${BOOK}\n${CHAPTER}`],
  ['behind', `${CHAPTER}\n${BOOK}`],
])('what a chapter inherits is read with the book %s it, and says where it is from', async (_, text) => {
  const record = recordsOf(await readText(text, 'bibtex')).find((r) => r.accession === 'c1');
  expect(record).toMatchObject({
    ...{ title: 'On joints', container: 'All joints: A handbook', publisher: 'Harrowgate Press', doi: '', headings: [] },
    dates: { issue: '2011' },
  });
  expect(record!.extra.editor).toEqual(['Hemi, N.']);
  expect(record!.extra.inherited).toEqual(expect.arrayContaining(['year from b1', 'booktitle from b1', 'publisher from b1']));
  expect((['issued', 'container', 'title'] as const).map((f) => inheritedFrom(record!, f))).toEqual(['b1', 'b1', null]);
});
test('what entries share by xdata is each one’s own, and a chain of parents is followed and ends', async () => {
  const entries = await readText(
    `@xdata{x1, publisher={Calder}, year=1999, xdata={x2}} @xdata{x2, journaltitle={Floors}, xdata={x1}}
     @article{a, title={A}, xdata={x1}} @article{b, title={B}, year=2001, xdata={x1}} @article{c, title={C}, crossref={nowhere}}`,
    'bibtex',
  );
  expect(recordsOf(entries).map((r) => [r.title, r.container, r.publisher, r.dates.issue])).toEqual([
    ['A', 'Floors', 'Calder', '1999'],
    ['B', 'Floors', 'Calder', '2001'],
    ['C', '', '', ''],
  ]);
  expect(entries.flatMap((e) => (e.kind === 'record' ? e.problems.map((p) => p.code) : []))).toEqual(['nothing-to-inherit']);
});
test('an entry that only refers to another of its kind is read as that one', async () => {
  const text = '@article{short, crossref={long}} @article{long, title={On joints}, author={Falk, I.}, journal={Floors}, year=2011}';
  expect(recordsOf(await readText(text, 'bibtex')).find((r) => r.accession === 'short')).toMatchObject({
    ...{ title: 'On joints', container: 'Floors', authors: [{ family: 'Falk', given: 'I.' }], dates: { issue: '2011' } },
  });
});
test('a review of a book needs no title of its own when its place says what it is', async () => {
  const [placed, lost] = await readText(
    '@article{r, author={Falk, I.}, journaltitle={Floors}, volume=3, pages={12-13}, year=2001}\n@article{s, author={Falk, I.}, year=2001}',
    'bibtex',
  );
  expect(placed).toMatchObject({ kind: 'record', record: { title: '', container: 'Floors' } });
  expect(lost).toMatchObject({ kind: 'rejected', problem: { code: 'no-title-or-identifier' } });
});
