import { axisOf, type LimiterProfile, PROFILE_AXES, type SearchStep } from '@/core/parity';
import { ARTICLES } from '@/core/vocabularies';
import { BRINDLECOTE_COLUMNS } from './write-more-exports';

const axes = (own: Partial<LimiterProfile['axes']>): LimiterProfile['axes'] =>
  Object.fromEntries(PROFILE_AXES.map((a) => [a, own[a] ?? axisOf('none')])) as LimiterProfile['axes'];
const own = (term: string, sets: LimiterProfile['terms'][number]['sets']): LimiterProfile['terms'][number] => ({
  vocabulary: 'own',
  term,
  sets,
});
const articles = [...ARTICLES, 'conference-paper'] as const;

/** A stand-in database of the demo: its profile, and how it was searched. */
export interface DemoDatabase {
  tag: string;
  name: string;
  file: string;
  profile: LimiterProfile;
  log: {
    platform: string;
    searchedOn: string;
    coverageFrom: string;
    defaultFields: string;
    wordVariation: string;
    strategy: string;
    steps: SearchStep[];
    /** More than the file holds. */
    notExported: number;
    reasons: { notExported: string; notInFile: string };
    notes: string;
    capped?: boolean;
    sortOrder?: string;
  };
}

const step = (
  number: number,
  done: string,
  count: number,
  limiters: string[] = [],
  how: SearchStep['limiters'][number]['how'] = 'control',
): SearchStep => ({
  number,
  done,
  count,
  limiters: limiters.map((name) => ({ name, how })),
  tabs: [],
  removed: [],
});

const STRATEGY =
  '(night work* OR night shift* OR rotating shift*) AND (bright light OR blue-enriched OR amber lenses OR blue-blocking) AND (sleep OR alert*)';

/** The five databases: each limits in its own way, and each hides or lets through something else. */
export const DEMO_DATABASES: DemoDatabase[] = [
  {
    tag: 'VH',
    name: 'Vellmora',
    file: 'vellmora.ris',
    profile: {
      axes: axes({
        sourceType: axisOf('native', {
          level: 'venue',
          control: 'Kind of periodical: tick “journals”',
          quirk: 'Magazines and newspapers come with it unless left out.',
        }),
        publicationType: axisOf('approximate', { quirk: 'Everything in a journal is typed alike, editorials and book reviews too.' }),
        peerReview: axisOf('whole', {
          level: 'venue',
          quirk: 'There is nothing to set: all its journals are refereed, though not every item in them.',
        }),
        date: axisOf('native', { control: 'Year from … to', quirk: 'Counts by the year of the issue.' }),
        language: axisOf('native', { control: 'Language of the item', dropsMissing: true }),
      }),
      allJournalsRefereed: true,
      carries: ['abstract', 'doi', 'issn', 'headings', 'language', 'database'],
      terms: [],
      columns: null,
      notes:
        'Everything in a journal is typed alike, editorials and book reviews too. Magazines and newspapers come with it unless left out.',
    },
    log: {
      platform: 'Vellmora search page',
      searchedOn: '2026-08-29',
      coverageFrom: '1988',
      defaultFields: 'title, abstract, subject words',
      wordVariation: 'plurals are added by the platform',
      strategy: STRATEGY,
      steps: [
        step(1, 'night work* OR night shift* OR rotating shift*', 9412),
        step(2, 'bright light OR blue-enriched OR amber lenses OR blue-blocking', 5230),
        step(3, 'sleep OR alert*', 88_140),
        step(4, '1 AND 2 AND 3', 0),
      ],
      notExported: 2,
      reasons: { notExported: '', notInFile: '' },
      notes: '',
    },
  },
  {
    tag: 'OF',
    name: 'Ostrane',
    file: 'ostrane.nbib',
    profile: {
      axes: axes({
        publicationType: axisOf('native', {
          control: 'Publication types: tick',
          dropsMissing: true,
          quirk: 'Types come weeks after the record: the newest ones are dropped.',
        }),
        level: axisOf('approximate', { quirk: 'Study types stand in for levels.' }),
        date: axisOf('native', { control: 'Publication date: custom range', quirk: 'Counts by the earlier of issue and online date.' }),
        language: axisOf('native', { control: 'Languages: tick' }),
        fullText: axisOf('approximate', { quirk: 'Means that a link is known, not that it opens.' }),
      }),
      allJournalsRefereed: false,
      carries: ['abstract', 'doi', 'issn', 'headings', 'publicationTypes', 'language', 'onlineDate', 'addedDate', 'status'],
      terms: [],
      columns: null,
      notes: 'It makes no statement about peer review. Its type limiter drops records that are not indexed yet.',
    },
    log: {
      platform: 'Ostrane',
      searchedOn: '2026-08-30',
      coverageFrom: '1966',
      defaultFields: 'all fields',
      wordVariation: 'words are mapped to headings unless quoted',
      strategy: STRATEGY,
      steps: [
        step(1, 'night work* OR night shift*', 7002),
        step(2, 'bright light OR amber lenses OR blue-blocking', 4106),
        step(3, '1 AND 2', 0),
      ],
      notExported: 0,
      reasons: { notExported: '', notInFile: '' },
      notes: '',
    },
  },
  {
    tag: 'QA',
    name: 'Quillby',
    file: 'quillby.xml',
    profile: {
      axes: axes({
        publicationType: axisOf('native', { control: 'Kind of article', quirk: 'Given by the authors, later corrected by indexers.' }),
        peerReview: axisOf('approximate', {
          level: 'item',
          control: 'Kind of article: “research”',
          quirk: 'There is no peer-review limiter; “research article” is the nearest thing.',
        }),
        date: axisOf('native', { control: 'Years: slider', quirk: 'The slider is reset by every new search.' }),
        language: axisOf('native', {}),
      }),
      allJournalsRefereed: false,
      carries: ['abstract', 'doi', 'issn', 'headings', 'publicationTypes', 'language', 'addedDate'],
      terms: [],
      columns: null,
      notes: 'Its year slider is reset by every new search, and says nothing of it.',
    },
    log: {
      platform: 'Quillby',
      searchedOn: '2026-08-29',
      coverageFrom: '1979',
      defaultFields: 'title and abstract',
      wordVariation: 'none',
      strategy: STRATEGY,
      steps: [
        step(1, 'night work OR night shift', 3881, ['2016–2026']),
        step(2, 'bright light OR amber lenses', 2044, ['2016–2026']),
        // The slider was reset: the years are gone, and the file shows it.
        step(3, '(night work OR night shift) AND (bright light OR amber lenses)', 0),
      ],
      notExported: 0,
      reasons: { notExported: '', notInFile: '' },
      notes: 'The years were set before the last search.',
    },
  },
  {
    tag: 'TW',
    name: 'Tarnwick',
    file: 'tarnwick.bib',
    profile: {
      axes: axes({
        sourceType: axisOf('native', {
          level: 'venue',
          control: 'Collection: tick',
          quirk: 'Proceedings and journals are one collection.',
        }),
        publicationType: axisOf('approximate', { quirk: 'Only “research” and “other”.' }),
        date: axisOf('native', { control: 'Year' }),
        fullText: axisOf('native', { quirk: 'Cuts out most books.' }),
      }),
      allJournalsRefereed: false,
      carries: ['abstract', 'doi', 'language'],
      terms: [own('Peer-reviewed article', { publicationType: [...articles] })],
      columns: null,
      notes: 'Some of its links belong to one visit.',
    },
    log: {
      platform: 'Tarnwick for engineers',
      searchedOn: '2026-08-31',
      coverageFrom: '1995',
      defaultFields: 'everywhere, full text too',
      wordVariation: 'stems of words',
      strategy: '(night shift) AND (lamp OR light OR visor) AND (sleep OR alertness)',
      steps: [step(1, '(night shift) AND (lamp OR light OR visor) AND (sleep OR alertness)', 0)],
      notExported: 118,
      reasons: { notExported: 'The platform exports the first hundred or so of a search only.', notInFile: '' },
      notes: '',
      capped: true,
      sortOrder: 'relevance, as the platform reckons it',
    },
  },
  {
    tag: 'BC',
    name: 'Brindlecote',
    file: 'brindlecote.csv',
    profile: {
      axes: axes({
        sourceType: axisOf('native', { control: 'Document type' }),
        publicationType: axisOf('native', { control: 'Document type' }),
        peerReview: axisOf('native', {
          level: 'venue',
          control: 'Scholarly titles only',
          quirk: 'Works on the title: editorials and book reviews in it pass.',
        }),
        date: axisOf('native', { control: 'Publication date', quirk: 'Was set to the years since 2019.' }),
      }),
      allJournalsRefereed: false,
      carries: ['abstract', 'doi', 'language'],
      terms: [
        own('Article', { publicationType: [...articles] }),
        own('Review', { publicationType: ['systematic-review', 'review-article'] }),
        own('Editorial', { publicationType: ['editorial', 'comment'] }),
        own('Letter', { publicationType: ['letter', 'comment'] }),
        own('Book review', { publicationType: ['book-review'] }),
        own('News item', { publicationType: ['news', 'feature'] }),
        own('Dissertation', { sourceType: ['thesis'], publicationType: ['thesis'] }),
        own('Book', { sourceType: ['book'], publicationType: ['book'] }),
        own('Interview', { publicationType: ['interview'] }),
      ],
      columns: {
        delimiter: ';',
        header: BRINDLECOTE_COLUMNS,
        roles: [
          'accession',
          'title',
          'authors',
          'container',
          'date',
          'volume',
          'issue',
          'pages',
          'doi',
          'type',
          'language',
          '',
          'abstract',
        ],
      },
      notes: '',
    },
    log: {
      platform: 'Brindlecote library search',
      searchedOn: '2026-09-01',
      coverageFrom: '',
      defaultFields: 'title, summary, subject',
      wordVariation: 'not known',
      strategy: 'night shift light sleep',
      steps: [
        step(1, 'night shift light sleep', 5120),
        step(2, '1 limited to: 2019–2026; Scholarly titles only', 0, ['2019–2026', 'Scholarly titles only']),
      ],
      notExported: 0,
      reasons: { notExported: '', notInFile: '' },
      notes: 'Only years since 2019 were asked for: narrower than the protocol.',
    },
  },
];
