import { axisOf, type LimiterProfile, PROFILE_AXES, type SearchStep } from '@/core/parity';
import type { Sieve } from '@/core/sieve';
import type { DemoDatabase } from '../profiles';

const axes = (own: Partial<LimiterProfile['axes']>): LimiterProfile['axes'] =>
  Object.fromEntries(PROFILE_AXES.map((a) => [a, own[a] ?? axisOf('none')])) as LimiterProfile['axes'];
const step = (number: number, done: string, count: number, limiters: string[] = []): SearchStep => ({
  number,
  done,
  count,
  limiters: limiters.map((name) => ({ name, how: 'control' })),
  tabs: [],
  removed: [],
});
const STRATEGY = '(tide mill* OR tidal mill* OR sluice* OR undershot wheel*) AND (repair* OR rebuil* OR restor* OR conserv*)';

/** Two stand-in catalogues of the humanities: neither has a peer-review limiter, and only one tells kinds of source apart. */
export const MILL_DATABASES: DemoDatabase[] = [
  {
    tag: 'EB',
    name: 'Ebbstone',
    file: 'ebbstone.mods.xml',
    profile: {
      axes: axes({
        sourceType: axisOf('native', {
          level: 'item',
          control: 'Form: books, theses, films, maps',
          quirk: 'A thesis that was printed is listed as a book.',
        }),
        date: axisOf('native', { control: 'Year of publication' }),
        language: axisOf('native', { control: 'Language' }),
      }),
      allJournalsRefereed: false,
      carries: ['language'],
      terms: [],
      columns: null,
      notes: 'A union catalogue: whole books, theses and reports; few articles, and no abstracts.',
    },
    log: {
      platform: 'Ebbstone, catalogue search',
      searchedOn: '2026-09-02',
      coverageFrom: '1500',
      defaultFields: 'title, subject, notes',
      wordVariation: 'none; truncation with *',
      strategy: STRATEGY,
      steps: [
        step(1, 'tide mill* OR tidal mill* OR sluice* OR undershot wheel*', 412),
        step(2, 'and (repair* OR rebuil* OR restor* OR conserv*)', 0),
      ],
      notExported: 0,
      reasons: { notExported: '', notInFile: '' },
      notes: '',
    },
  },
  {
    tag: 'CV',
    name: 'Culverly',
    file: 'culverly.json',
    profile: {
      axes: axes({
        sourceType: axisOf('approximate', {
          level: 'venue',
          control: 'Kind: articles, chapters, other',
          quirk: 'Magazines count as articles.',
        }),
        publicationType: axisOf('approximate', {
          control: 'Leave out reviews',
          quirk: 'Reviews of books that were entered as articles stay.',
        }),
        date: axisOf('native', { control: 'Years' }),
      }),
      allJournalsRefereed: false,
      carries: ['abstract', 'issn', 'language'],
      terms: [],
      columns: null,
      notes: 'An index of articles and chapters, popular ones among them.',
    },
    log: {
      platform: 'Culverly, advanced search',
      searchedOn: '2026-09-03',
      coverageFrom: '1970',
      defaultFields: 'title, abstract, container',
      wordVariation: 'plural and singular',
      strategy: STRATEGY,
      steps: [step(1, STRATEGY, 0)],
      notExported: 0,
      reasons: { notExported: '', notInFile: '' },
      notes: '',
    },
  },
];

export const MILL_SIEVE: Sieve = [
  {
    id: 'examined',
    name: 'Refereed or examined',
    test: { kind: 'coded', axis: 'peerReview', allowed: ['refereed', 'examined'] },
    evidence: 'stated-and-inferred',
    whenUnknown: 'hold',
    rationale: 'Scholarly books and theses are examined, and count; a self-published memory is read as a source, not as scholarship.',
    on: true,
  },
  {
    id: 'not-lookups',
    name: 'Primary or secondary',
    test: { kind: 'coded', axis: 'level', allowed: ['primary', 'secondary'] },
    evidence: 'stated-and-inferred',
    whenUnknown: 'let-through',
    rationale: 'Entries of reference works lead to sources and are not cited themselves.',
    on: true,
  },
  {
    id: 'since',
    name: 'Since 1990',
    test: { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '1990-01-01', to: '2026-12-31' } },
    evidence: 'stated-and-inferred',
    whenUnknown: 'hold',
    rationale: 'Earlier surveys are superseded by measured ones.',
    on: true,
  },
];
