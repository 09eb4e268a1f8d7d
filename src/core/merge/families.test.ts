import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { familyFlags, findFamilies } from './families';
import { mergeKeys } from './keys';
import { titleParts } from './titles';

const authors = [
  { family: 'Falk', given: 'Iben' },
  { family: 'Sund', given: 'Alva' },
];
const dated = (issue: string) => ({ online: '', issue, added: '' });
const article: Partial<BibRecord> = {
  title: 'Knee pads for tilers: a randomised trial',
  authors,
  container: 'Journal of Floors and Work',
  volume: '3',
  pages: '112-119',
  dates: dated('2020'),
  doi: '10.5555/a',
  pmid: '99000001',
};
const review = { ...article, doi: '', pmid: '', title: 'Pads for knees at work: a systematic review' };
const other: Partial<BibRecord> = { title: 'Ear plugs in glassworks', authors: [{ family: 'Ngata', given: '' }], dates: dated('2019') };
const links = (...works: Partial<BibRecord>[]) =>
  findFamilies(works.map((w) => [mergeKeys(aRecord(w))])).links.map((l) => `${l.from} ${l.type} ${l.to}`);
const about = (title: string, more: Partial<BibRecord> = {}): Partial<BibRecord> => ({
  title,
  container: article.container,
  dates: dated('2021'),
  ...more,
});
const type = (vocabulary: BibRecord['types'][number]['vocabulary'], term: string) => ({ types: [{ vocabulary, term }] });

test.each<[string, Partial<BibRecord>, string]>([
  ['a correction by its title', about('Correction to: Knee pads for tilers: a randomised trial'), 'correction-of'],
  ['an erratum in brackets', about('Knee pads for tilers: a randomised trial [Erratum]'), 'correction-of'],
  ['a retraction in quotation marks', about('Retraction notice to “Knee pads for tilers: a randomised trial”.'), 'retraction-of'],
  ['an expression of concern', about('Expression of concern: Knee pads for tilers: a randomised trial'), 'concern-about'],
  ['a comment', about('Comment on: Knee pads for tilers'), 'comment-on'],
  ['a reply', about('Knee pads for tilers: authors’ reply'), 'comment-on'],
  [
    'a letter that only its type names',
    about('Knee pads for tilers: a randomised trial', { ...type('mesh-publication-type', 'Letter'), pages: '300' }),
    'comment-on',
  ],
  ['a protocol', { title: 'Knee pads for tilers: study protocol for a randomised trial', authors, dates: dated('2018') }, 'protocol-of'],
  [
    'a registration',
    { title: 'Trial registration: knee pads for tilers', authors: authors.slice(0, 1), dates: dated('2017') },
    'registration-of',
  ],
  ['a preprint', { title: 'Knee pads for tilers', authors, container: 'Tamsin Preprints', dates: dated('2019') }, 'preprint-of'],
  [
    'a conference abstract',
    { title: 'Abstract P-12: Knee pads for tilers', authors, container: 'Northern Floor Meeting', dates: dated('2019') },
    'abstract-of',
  ],
  [
    'a retraction by a MEDLINE field, with a PMID',
    about('Notice', { extra: { ROF: ['J Floors Work. 2020;3(2):112-9. PMID: 99000001'] } }),
    'retraction-of',
  ],
  [
    'a correction by a MEDLINE field, with a place in print',
    about('Notice', { extra: { EFR: ['Falk I, et al. J Floors Work. 2020 Jan;3(2):112-9'] } }),
    'correction-of',
  ],
  [
    'a comment by PubMed XML',
    about('Notice', {
      format: 'pubmed-xml',
      extra: {
        MedlineCitation: [
          '<CommentsCorrectionsList><CommentsCorrections RefType="CommentOn"><RefSource>J Floors Work</RefSource><PMID Version="1">99000001</PMID></CommentsCorrections></CommentsCorrectionsList>',
        ],
      },
    }),
    'comment-on',
  ],
  [
    'a notice that gives a DOI in its text',
    about('Correction: to our paper on knees', { abstract: '[This corrects the article DOI: 10.5555/a.]' }),
    'correction-of',
  ],
  [
    'a translation that is listed under the English title',
    {
      title: '[Knee pads for tilers: a randomised trial].',
      authors,
      languages: ['spa'],
      dates: dated('2021'),
      extra: { TT: ['Rodilleras para soladores'] },
    },
    'translation-of',
  ],
] as [string, Partial<BibRecord>, string][])('%s', (_, item, expected) =>
  expect(links({ ...article, languages: ['eng'] }, item, other)).toEqual([`1 ${expected} 0`]),
); // prettier-ignore

test('versions of one review follow each other, and the newest says whether its conclusions changed', () => {
  const second = {
    ...review,
    title: `${review.title} (first update)`,
    dates: dated('2022'),
    pages: '4',
    abstract: 'The conclusions have not changed.',
  };
  const third = {
    ...review,
    title: 'Pads for knees at work: an updated systematic review',
    dates: dated('2025'),
    pages: '7',
    abstract: 'Our conclusions have changed.',
  };
  const found = findFamilies([review, second, third].map((w) => [mergeKeys(aRecord(w))])).links;
  expect(found.map((l) => [l.from, l.type, l.to, l.conclusions])).toEqual([
    [1, 'update-of', 0, 'unchanged'],
    [2, 'update-of', 1, 'changed'],
  ]);
});

test('a book review finds its book, by its title or the field for it', () => {
  const book: Partial<BibRecord> = { title: 'The keeper of lamps', authors, dates: dated('2019'), ...type('ris-type', 'BOOK') };
  expect(links(book, { title: 'Book review: The Keeper of Lamps', dates: dated('2020') })).toEqual(['1 book-review-of 0']);
  expect(links(book, { title: 'Burning the midnight oil', dates: dated('2020'), extra: { RI: ['The keeper of lamps'] } })).toEqual([
    '1 book-review-of 0',
  ]);
});

test('a registration, a protocol and a report are linked by the number of the register', () => {
  const numbered = (n: string) => `Tilers wore pads. Registration: ZR-${n}.`;
  expect(
    links(
      { ...article, abstract: numbered('12345678') },
      { title: 'Padding knees: a study protocol', dates: dated('2018'), abstract: numbered('12345678'), container: 'Annals' },
      { title: 'Knee study', abstract: numbered('12345678'), dates: dated('2017') },
      { title: 'Back study', abstract: numbered('87654321'), dates: dated('2017') },
    ),
  ).toEqual(['1 protocol-of 0', '2 registration-of 0']);
});

test.each<[string, Partial<BibRecord>, Partial<BibRecord>]>([
  [
    'a correction in another journal by other people',
    article,
    {
      ...about('Correction to: Knee pads for tilers: a randomised trial'),
      container: 'Annals of Cheese',
      authors: [{ family: 'Ngata', given: '' }],
    },
  ],
  ['a correction from before', article, about('Correction to: Knee pads for tilers: a randomised trial', { dates: dated('2011') })],
  [
    'a preprint by other people',
    article,
    { title: article.title, authors: [{ family: 'Ngata', given: 'H' }], container: 'Tamsin Preprints', dates: dated('2019') },
  ],
  ['a title that many items share', { title: 'Editorial', authors, container: 'A', dates: dated('2020') }, about('Comment on: Editorial')],
  ['two trials of one name', article, { ...article, doi: '10.5555/b', pmid: '', dates: dated('2024'), pages: '7' }],
] as [string, Partial<BibRecord>, Partial<BibRecord>][])('no link: %s', (_, a, b) => expect(links(a, b)).toEqual([])); // prettier-ignore

test('flags follow the links, and stand also where the notice was never retrieved', () => {
  const works = [
    article,
    about('Retraction: Knee pads for tilers: a randomised trial'),
    { ...review, extra: { EIN: ['J Floors Work. 2021;4:9'], UIN: ['J Floors Work. 2023;6:9'] } },
    other,
  ].map((w) => [mergeKeys(aRecord(w))]); // prettier-ignore
  const flags = new Map([
    [0, ['retracted']],
    [2, ['corrected', 'updated']],
  ]);
  const found = findFamilies(works);
  expect(familyFlags(found, found.links)).toEqual(flags);
});

test.each([
  ['Correction: Knees', 'correction', 'Knees'],
  ['Corrigendum to "Knees at work".', 'correction', 'Knees at work'],
  ['Retraction note: Knees', 'retraction', 'Knees'],
  ['Reply to: Knees', 'reply', 'Knees'],
  ['Knees at work: protocol of a cohort study', 'protocol', 'Knees at work'],
  ['Knees at work (update 2019)', 'update', 'Knees at work'],
  ['P114 Knees at work', 'meeting-abstract', 'Knees at work'],
  ['Correction', null, 'Correction'],
  ['Correction of gait by insoles in bakers', 'correction', 'gait by insoles in bakers'],
  ['Response times of divers', null, 'Response times of divers'],
  ['Comments of workers about pads', null, 'Comments of workers about pads'],
  ['Retraction forces in surgery', null, 'Retraction forces in surgery'],
  ['A protocol for scoring tiles by eye', null, 'A protocol for scoring tiles by eye'],
])('%s names %s', (title, kind, core) => expect(titleParts(title)).toEqual({ kind, core }));
