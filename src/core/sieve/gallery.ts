import type { EvidenceScheme } from '@/core/classify';
import type { Limiter } from './limiter';

/** A common limiter to start from. */
export interface Sample {
  key: string;
  group: 'Kind of source' | 'Evidence' | 'Time' | 'What was studied' | 'Access and integrity' | 'Words';
  name: string;
  meaning: string;
  test(scheme: EvidenceScheme): Limiter['test'];
  exempt?: Limiter['exempt'];
}

const coded = (axis: Extract<Limiter['test'], { kind: 'coded' }>['axis'], allowed: string[]) => (): Limiter['test'] => ({
  kind: 'coded',
  axis,
  allowed,
});
const lastYears = (count: 'to-the-day' | 'calendar-years', years: number) => (): Limiter['test'] => ({
  kind: 'recency',
  date: 'earliest',
  window: { count, years },
});

/** Limiters that reviews commonly have (common practice), each a start to be changed. */
export const GALLERY: readonly Sample[] = [
  {
    ...{ key: 'refereed', group: 'Kind of source', name: 'Refereed' },
    meaning: 'The item itself was refereed: a book review or letter in a refereed journal was not.',
    test: coded('peerReview', ['refereed']),
  },
  {
    ...{ key: 'refereed-or-examined', group: 'Kind of source', name: 'Refereed or examined' },
    meaning: 'Refereed items, and theses and books of scholarly presses, which others examined.',
    test: coded('peerReview', ['refereed', 'examined']),
  },
  {
    ...{ key: 'refereed-venue', group: 'Kind of source', name: 'In a refereed venue' },
    meaning: 'As the limiters of most databases work: everything in a refereed journal, editorial matter included.',
    test: coded('peerReview', ['refereed', 'venue-only']),
  },
  {
    ...{ key: 'scholarly', group: 'Kind of source', name: 'Scholarly source types' },
    meaning: 'Journals, proceedings and theses. Set after a limiter on refereeing it removes what is left of other matter.',
    test: coded('sourceType', ['scholarly-journal', 'proceedings', 'thesis']),
  },
  {
    ...{ key: 'studies', group: 'Kind of source', name: 'Studies and reviews' },
    meaning: 'Publications that report research or sum it up.',
    test: coded('publicationType', ['research-article', 'systematic-review', 'review-article', 'conference-paper', 'thesis']),
  },
  {
    ...{ key: 'articles', group: 'Kind of source', name: 'Research articles' },
    meaning: 'The nearest proxy where nothing says what was refereed.',
    test: coded('publicationType', ['research-article']),
  },
  {
    ...{ key: 'reviews', group: 'Kind of source', name: 'Reviews only' },
    meaning: 'Reviews that say how they searched, and others.',
    test: coded('publicationType', ['systematic-review', 'review-article']),
  },
  {
    ...{ key: 'levels', group: 'Evidence', name: 'Upper half of the ladder' },
    meaning: 'The upper levels of the scheme of this review.',
    test: (scheme) => {
      const graded = scheme.levels.filter((l) => l.code !== 'not-graded').map((l) => l.code);
      return { kind: 'coded', axis: 'level', allowed: graded.slice(0, Math.ceil(graded.length / 2)) };
    },
  },
  {
    ...{ key: 'randomised', group: 'Evidence', name: 'Randomised designs' },
    meaning: 'Randomised trials, and the reviews and meta-analyses of trials.',
    test: coded('design', [
      'meta-analysis',
      'systematic-review',
      'randomised-trial',
      'cluster-randomised-trial',
      'crossover-randomised-trial',
    ]),
  },
  {
    ...{ key: 'ten-years', group: 'Time', name: 'Last 10 years' },
    meaning: 'To the day, by the first day on which it was public.',
    test: lastYears('to-the-day', 10),
  },
  {
    ...{ key: 'five-calendar-years', group: 'Time', name: 'Last 5 calendar years' },
    meaning: 'As most databases count: the current year and the five before it, six in all.',
    test: lastYears('calendar-years', 5),
  },
  {
    ...{ key: 'ten-years-guidelines', group: 'Time', name: 'Last 10 years, guidelines of any age' },
    meaning: 'A window from which guidelines are exempt: they hold until they are replaced.',
    test: lastYears('to-the-day', 10),
    exempt: { types: ['guideline'], reason: 'A guideline holds until it is replaced, whatever its age.' },
  },
  {
    ...{ key: 'from-to', group: 'Time', name: 'From one year to another' },
    meaning: 'A fixed stretch, as when an earlier review is brought up to date.',
    test: () => ({ kind: 'recency', date: 'earliest', window: { count: 'fixed', from: null, to: null } }),
  },
  {
    ...{ key: 'english', group: 'What was studied', name: 'In English' },
    meaning: 'By the language of the text. Say why: it costs studies from elsewhere.',
    test: () => ({ kind: 'facet', facet: 'language', allowed: ['en'] }),
  },
  {
    ...{ key: 'people', group: 'What was studied', name: 'People' },
    meaning: 'Studies of people, by headings or words.',
    test: () => ({ kind: 'facet', facet: 'species', allowed: ['human'] }),
  },
  {
    ...{ key: 'adults', group: 'What was studied', name: 'Adults' },
    meaning: 'Any band of adult age; a work may have several.',
    test: () => ({ kind: 'facet', facet: 'age', allowed: ['young adult', 'adult', 'middle-aged', 'aged', 'aged 80+'] }),
  },
  {
    ...{ key: 'retracted', group: 'Access and integrity', name: 'Retracted or withdrawn' },
    meaning: 'Holds what was retracted, withdrawn or is under concern, so that nobody keeps it unawares.',
    test: () => ({ kind: 'flags', flags: ['retracted', 'withdrawn', 'concern'] }),
  },
  {
    ...{ key: 'open', group: 'Access and integrity', name: 'Open access' },
    meaning: 'Free to read, as far as records say. It says nothing of quality, and cuts out most books.',
    test: () => ({ kind: 'facet', facet: 'access', allowed: ['open'] }),
  },
  {
    ...{ key: 'held', group: 'Access and integrity', name: 'Held here or open' },
    meaning: 'By lists of holdings. What a library has says nothing of quality: it cuts out most books, and what is new or far away.',
    test: () => ({ kind: 'facet', facet: 'holding', allowed: ['open', 'held', 'print'] }),
  },
  {
    ...{ key: 'standing', group: 'Access and integrity', name: 'Upper half of the journals' },
    meaning: 'By a quartile that a list gives the journal. It says nothing of the work, and leaves out books.',
    test: () => ({ kind: 'facet', facet: 'standing', allowed: ['Q1', 'Q2'] }),
  },
  {
    ...{ key: 'field', group: 'Access and integrity', name: 'Field of the journal' },
    meaning: 'By subsets of databases and lists of venues. Journals of other fields carry work on the question too.',
    test: () => ({ kind: 'facet', facet: 'discipline', allowed: ['nursing'] }),
  },
  {
    ...{ key: 'words', group: 'Words', name: 'Words in title or abstract' },
    meaning: 'A query in the Contextual Query Language, with title, abstract, heading, journal, author and year as indexes.',
    test: () => ({ kind: 'query', query: 'title = "review"' }),
  },
  {
    ...{ key: 'headings', group: 'Words', name: 'Indexed under' },
    meaning: 'Works that carry one of some headings. What is not indexed yet cannot be told.',
    test: () => ({ kind: 'heading', headings: ['Humans'] }),
  },
  {
    ...{ key: 'venues', group: 'Words', name: 'Some venues only' },
    meaning: 'A list of journals by ISSN or title, to let in or keep out.',
    test: () => ({ kind: 'venue', venues: ['0000-0000'], keep: 'not' }),
  },
];

/** A limiter made from a sample. */
export const fromSample = ({ name, test, exempt }: Sample, scheme: EvidenceScheme, id: string): Limiter => ({
  ...{ id, name, test: test(scheme), evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  ...(exempt ? { exempt } : {}),
});

/** What every new review starts with: what was retracted is held until a person has looked. */
export const STARTING_SIEVE: readonly Limiter[] = [
  {
    ...{ id: 'retracted', name: 'Retracted or withdrawn', evidence: 'stated-and-inferred', whenUnknown: 'hold', on: true },
    test: { kind: 'flags', flags: ['retracted', 'withdrawn', 'concern'] },
    rationale: 'Nothing that was retracted or withdrawn is kept unawares.',
  },
];
