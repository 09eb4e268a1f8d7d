import { parse } from '@retorquere/bibtex-parser';
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
