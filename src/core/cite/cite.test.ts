import { readFileSync } from 'node:fs';
import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { fileNameOf } from './file-name';
import { type LintCode, lintCitation } from './lint';
import { referencesIn } from './references';
import { CITE_STYLES, type CiteStyle, type StyleFiles, wantsCapitals } from './styles';

const text = (file: string) => readFileSync(new URL(`./styles/${file}`, import.meta.url), 'utf8');
const filesOf = (style: CiteStyle): StyleFiles => ({
  style: text(CITE_STYLES[style].file),
  locales: { 'en-GB': text('locales-en-GB.xml'), 'en-US': text('locales-en-US.xml') },
  capitalSubtitles: wantsCapitals(style),
});
const one = (style: CiteStyle, item: BibRecord) => referencesIn(filesOf(style), [{ id: '1', item }], 'en-US').map((r) => r.text);

const ARTICLE = aRecord({
  title: 'Evening light and daytime sleep in glassworks crews',
  types: [{ vocabulary: 'ris-type', term: 'JOUR' }],
  authors: [
    { family: 'Abara', given: 'Tomi' },
    { family: 'Lindqvist-Rao', given: 'Sana' },
  ],
  container: 'Journal of Occupational Chronobiology',
  volume: '11',
  issue: '4',
  pages: '201-214',
  doi: '10.5555/joc.2023.0411',
  dates: { online: '', issue: '2023', added: '' },
});
const BOOK = aRecord({
  title: 'Mending tide mills',
  types: [{ vocabulary: 'ris-type', term: 'BOOK' }],
  authors: [{ family: 'Varga', given: 'Ilse' }],
  publisher: 'Saltmarsh Press',
  dates: { online: '', issue: '2019', added: '' },
});

// Each in the form of the style manual's own example of an article by two authors and of a book by one, from memory,
// with names of our own in place of the example's: APA 7th ed. 10.1 and 10.2; MLA 9th ed. chapter 5; Chicago 17th ed.
// 15.9; Citing Medicine (NLM) chapters 1 and 2; the Harvard style as "Cite them right" has it.
test.each([
  [
    'apa',
    'Abara, T., & Lindqvist-Rao, S. (2023). Evening light and daytime sleep in glassworks crews. Journal of Occupational Chronobiology, 11(4), 201–214. https://doi.org/10.5555/joc.2023.0411',
    'Varga, I. (2019). Mending tide mills. Saltmarsh Press.',
  ],
  [
    'mla',
    'Abara, Tomi, and Sana Lindqvist-Rao. “Evening Light and Daytime Sleep in Glassworks Crews.” Journal of Occupational Chronobiology, vol. 11, no. 4, 2023, pp. 201–14, https://doi.org/10.5555/joc.2023.0411.',
    'Varga, Ilse. Mending Tide Mills. Saltmarsh Press, 2019.',
  ],
  [
    'chicago',
    'Abara, Tomi, and Sana Lindqvist-Rao. 2023. “Evening Light and Daytime Sleep in Glassworks Crews.” Journal of Occupational Chronobiology 11 (4): 201–14. https://doi.org/10.5555/joc.2023.0411.',
    'Varga, Ilse. 2019. Mending Tide Mills. Saltmarsh Press.',
  ],
  [
    'vancouver',
    '1. Abara T, Lindqvist-Rao S. Evening light and daytime sleep in glassworks crews. Journal of Occupational Chronobiology. 2023;11(4):201–14.',
    '1. Varga I. Mending tide mills. Saltmarsh Press; 2019.',
  ],
  [
    'harvard',
    'Abara, T. and Lindqvist-Rao, S. (2023) ‘Evening light and daytime sleep in glassworks crews’, Journal of Occupational Chronobiology, 11(4), pp. 201–214. Available at: https://doi.org/10.5555/joc.2023.0411.',
    'Varga, I. (2019) Mending tide mills. Saltmarsh Press.',
  ],
] as const)('%s prints an article and a book as its manual does', (style, article, book) => {
  expect(one(style, ARTICLE)).toEqual([article]);
  expect(one(style, BOOK)).toEqual([book]);
});
// APA 7th ed. 6.17: major words of a title in sentence case are the first of the title and of the subtitle; from memory.
test.each([
  ['Mending tide mills: a history of sluices', 'Mending tide mills: A history of sluices'],
  ['Who mends the mill? “a good wright” and others', 'Who mends the mill? “A good wright” and others'],
  ['Sluices at 0.5 m of water: 12 mills', 'Sluices at 0.5 m of water: 12 mills'],
])('%s has the capital that APA wants, and no other style', (title, printed) => {
  expect(one('apa', { ...BOOK, title })[0]).toContain(printed);
  expect(one('vancouver', { ...BOOK, title })[0]).toContain(title);
});
test('two works of one author and year are told apart, and the list is in order', () => {
  const found = referencesIn(filesOf('apa'), [
    { id: 'b', item: { ...BOOK, title: 'Sluices' } },
    { id: 'a', item: BOOK },
    { id: 'c', item: ARTICLE },
  ]);
  expect(found.map((r) => r.id)).toEqual(['c', 'a', 'b']);
  expect(found[1]!.text).toContain('(2019a)');
  expect(found[2]!.text).toContain('(2019b)');
});
test('works of others with the same first author and year are told apart by names, not by letters', () => {
  const by = (id: string, second: string, year = '2023') => ({
    id,
    item: {
      ...ARTICLE,
      title: `On ${second}`,
      authors: people(['Abara', 'Tomi'], [second, 'A.'], ['Third', 'B.']),
      dates: { online: '', issue: year, added: '' },
    },
  });
  const made = referencesIn(filesOf('apa'), [by('1', 'Berg'), by('2', 'Carr'), by('3', 'Dahl', '2020')]);
  expect(made.map((r) => r.id)).toEqual(['1', '2', '3']);
  for (const r of made) expect(r.text).toMatch(/\((?:2023|2020)\)/);
});
test('marks in a title are not obeyed, and emphasis of the style is all that is left', () => {
  const [reference] = referencesIn(filesOf('apa'), [
    { id: '1', item: { ...ARTICLE, title: 'Lux < 10 <script>alert(1)</script> & sleep' } },
  ]);
  expect(reference!.html).not.toContain('<script');
  expect(reference!.html).toContain('<i>Journal of Occupational Chronobiology</i>');
});

const clean = { ...ARTICLE };
test('a sound citation has no doubts', () => expect(lintCitation(clean, 2026)).toEqual([]));
const people = (...names: [string, string][]) => names.map(([family, given]) => ({ family, given }));
test.each<[LintCode, Partial<BibRecord>, string | null]>([
  ['title-capitals', { title: 'EVENING LIGHT: A TRIAL' }, 'Evening light: A trial'],
  [
    'title-headline',
    { title: 'Evening Light and Daytime Sleep in Glassworks Crews: An RCT' },
    'Evening light and daytime sleep in glassworks crews: An RCT',
  ],
  ['title-end', { title: 'Evening light and sleep.' }, 'Evening light and sleep'],
  ['markup', { title: 'Sleep at 10 <sup>4</sup> lux &amp; more' }, 'Sleep at 10 4 lux & more'],
  ['markup', { title: 'Sleep at 10 \\emph{klux}' }, 'Sleep at 10 klux'],
  ['name-capitals', { authors: people(['ABARA', 'T']) }, 'Abara, T'],
  ['name-swapped', { authors: people(['T.', 'Abara']) }, 'Abara, T.'],
  ['name-single', { authors: people(['Abara', '']) }, null],
  ['name-others', { authors: people(['Abara', 'T'], ['et al.', '']) }, 'Abara, T'],
  ['missing', { container: '' }, null],
  ['missing', { pages: '', doi: '' }, null],
  ['missing-if-printed', { pages: '', doi: '10.5555/x' }, null],
  ['pages-form', { pages: 'pp. 201–214' }, '201-214'],
  ['pages-form', { pages: '201-' }, '201'],
  ['pages-order', { pages: '214-201' }, null],
  ['year-far', { dates: { online: '', issue: '2203', added: '' } }, null],
  ['container-capitals', { container: 'JOURNAL OF LIGHT' }, 'Journal of Light'],
])('%s', (code, fields, suggestion) => {
  const found = lintCitation({ ...clean, ...fields }, 2026);
  expect(found.map((l) => l.code)).toContain(code);
  expect(found.find((l) => l.code === code)!.suggestion).toBe(suggestion);
});
test.each<Partial<BibRecord>>([
  { pages: '201-14' },
  { pages: 'e12' },
  { pages: 'S201-S214' },
  { authors: people(['Lamp Research Group', '']) },
  { title: 'Sleep of AI crews' },
  { title: 'REM' },
])('%j is no fault', (fields) => expect(lintCitation({ ...clean, ...fields }, 2026)).toEqual([]));

test.each([
  ['{author} {year} {title}', {}, 'Abara and Lindqvist-Rao 2023 Evening light and daytime sleep in glassworks crews.pdf'],
  ['{work} {title}', { title: '../../etc/passwd: a <b>trial</b>' }, '7 etc passwd a trial.pdf'],
  ['{title}', { title: '' }, 'work 7.pdf'],
  ['{author}', { authors: people(['A', ''], ['B', ''], ['C', '']) }, 'A and others.pdf'],
])('a file named by %s', (pattern, fields, expected) => expect(fileNameOf(pattern, { ...ARTICLE, ...fields }, 7)).toBe(expected));
