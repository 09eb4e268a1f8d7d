import type { SruVersion } from '@/core/search/sru';
import type { Listing, Served } from './corpus';
import type { IndexOf } from './engine';

/** A bad habit of a server; each is written down in HABITS.md. */
export type Habit = 'forgets-limiter' | 'drops-missing' | 'own-years' | 'splits-counts' | 'caps-at-500' | 'unsteady' | null;

/** A stand-in database with an open door. */
export interface Standin {
  tag: string;
  name: string;
  scenario: 'night' | 'mills';
  version: SruVersion;
  schema: 'mods' | 'marcxml' | 'dc';
  about: string;
  listing: Listing;
  stems: boolean;
  /** Index that is asked where none is named. */
  usual: string;
  indexes: Readonly<Record<string, IndexOf & { title: string }>>;
  truncates: boolean;
  nearness: boolean;
  mostRecords: number;
  habit: Habit;
  thesaurus: boolean;
  /** How its limiters are set in a query, beyond what its description says by itself. */
  limits: readonly {
    axis: 'peerReview' | 'publicationType' | 'date' | 'sourceType' | 'language';
    name: string;
    how: 'query' | 'subset' | 'control';
    clause: string;
  }[];
}

const text = (title: string, ...fields: ('title' | 'abstract' | 'heading' | 'author' | 'journal')[]) => ({
  kind: 'text' as const,
  title,
  fields,
});
const code = (title: string, of: (r: Served) => string, dropsMissing = false) => ({ kind: 'code' as const, title, of, dropsMissing });
const ALL = { kind: 'all' as const, title: 'Every record' };
const refereed = code('Refereed titles', (r) => (r.refereed ? '1' : '0'));

export const STANDINS: readonly Standin[] = [
  {
    ...{ tag: 'VH', name: 'Vellmora', scenario: 'night', version: '1.2', schema: 'mods' },
    about: 'Refereed journals of work and health. Looks in titles, abstracts and subject words.',
    listing: { share: 0.5, from: 1988, headings: false, abstracts: true },
    ...{ stems: false, usual: 'vh.basic', truncates: true, nearness: true, mostRecords: 200, habit: 'forgets-limiter', thesaurus: false },
    indexes: {
      'vh.basic': text('Title, abstract, subject words', 'title', 'abstract', 'heading'),
      'dc.title': text('Title', 'title'),
      'dc.description': text('Abstract', 'abstract'),
      'dc.creator': text('Author', 'author'),
      'vh.journal': text('Journal', 'journal'),
      'cql.anywhere': text('Anywhere', 'title', 'abstract', 'heading', 'author', 'journal'),
      'dc.date': { kind: 'year', by: 'year', title: 'Year of publication' },
      'dc.language': code('Language of the item', (r) => r.language, true),
      'cql.allrecords': ALL,
    },
    limits: [{ axis: 'date', name: 'Year from … to', how: 'query', clause: 'dc.date within "{from} {to}"' }],
  },
  {
    ...{ tag: 'OF', name: 'Ostrane', scenario: 'night', version: '2.0', schema: 'mods' },
    about: 'Indexed by hand with headings, main topics and publication types, some weeks after a record came.',
    listing: { share: 0.52, from: 1988, headings: true, abstracts: true },
    ...{ stems: false, usual: 'of.all', truncates: true, nearness: false, mostRecords: 500, habit: 'drops-missing', thesaurus: true },
    indexes: {
      'of.all': text('All fields', 'title', 'abstract', 'heading', 'author', 'journal'),
      'of.tiab': text('Title and abstract', 'title', 'abstract'),
      'dc.title': text('Title', 'title'),
      'dc.creator': text('Author', 'author'),
      'of.subject': { kind: 'whole', field: 'heading', title: 'Heading' },
      'of.mainSubject': { kind: 'whole', field: 'main', title: 'Heading as a main topic' },
      'of.journal': text('Journal', 'journal'),
      'of.type': code('Publication type', (r) => r.type, true),
      'of.research': code(
        'Kinds of research report',
        (r) => (r.type === '' ? '' : /^(?:journal article|randomized|systematic|review|multicenter|meta)/i.test(r.type) ? '1' : '0'),
        true,
      ),
      'dc.date': { kind: 'year', by: 'year', title: 'Publication year' },
      'cql.allrecords': ALL,
    },
    limits: [
      { axis: 'publicationType', name: 'Publication types: reports and reviews', how: 'query', clause: 'of.research = "1"' },
      { axis: 'date', name: 'Publication date: custom range', how: 'query', clause: 'dc.date within "{from} {to}"' },
    ],
  },
  {
    ...{ tag: 'QA', name: 'Quillby', scenario: 'night', version: '2.0', schema: 'mods' },
    about: 'Articles as their authors describe them. Endings of words are taken off before they are compared.',
    listing: { share: 0.38, from: 1995, headings: true, abstracts: true },
    ...{ stems: true, usual: 'qa.text', truncates: false, nearness: true, mostRecords: 250, habit: 'own-years', thesaurus: true },
    indexes: {
      'qa.text': text('Text', 'title', 'abstract'),
      'qa.keyword': text('Text and headings', 'title', 'abstract', 'heading'),
      'dc.title': text('Title', 'title'),
      'dc.description': text('Abstract', 'abstract'),
      'dc.creator': text('Author', 'author'),
      'dc.subject': { kind: 'whole', field: 'heading', title: 'Heading' },
      'qa.kind': code('Kind of article', (r) => (r.type ? (r.refereed ? 'research' : 'other') : 'other')),
      'dc.date': { kind: 'year', by: 'entered', title: 'Years' },
      'cql.allrecords': ALL,
    },
    limits: [
      { axis: 'peerReview', name: 'Kind of article: “research”', how: 'query', clause: 'qa.kind = "research"' },
      { axis: 'date', name: 'Years: slider', how: 'query', clause: 'dc.date within "{from} {to}"' },
    ],
  },
  {
    ...{ tag: 'TW', name: 'Tarnwick', scenario: 'night', version: '2.0', schema: 'dc' },
    about: 'For engineers: journals, reports and proceedings of lighting and buildings.',
    listing: { share: 0.2, from: 1990, headings: false, abstracts: true },
    ...{
      stems: false,
      usual: 'cql.serverChoice',
      truncates: true,
      nearness: false,
      mostRecords: 250,
      habit: 'splits-counts',
      thesaurus: false,
    },
    indexes: {
      'cql.serverchoice': text('Title and abstract', 'title', 'abstract'),
      'dc.title': text('Title', 'title'),
      'dc.description': text('Abstract', 'abstract'),
      'dc.creator': text('Author', 'author'),
      'dc.date': { kind: 'year', by: 'year', title: 'Year' },
      'cql.allrecords': ALL,
    },
    limits: [{ axis: 'date', name: 'Year', how: 'query', clause: 'dc.date within "{from} {to}"' }],
  },
  {
    ...{ tag: 'BC', name: 'Brindlecote', scenario: 'night', version: '1.2', schema: 'mods' },
    about: 'Everything since 2019, scholarly or not.',
    listing: { share: 0.95, from: 2012, headings: false, abstracts: true },
    ...{ stems: false, usual: 'bc.words', truncates: true, nearness: false, mostRecords: 100, habit: 'caps-at-500', thesaurus: false },
    indexes: {
      'bc.words': text('Words', 'title', 'abstract'),
      'dc.title': text('Title', 'title'),
      'dc.creator': text('Author', 'author'),
      'bc.refereed': { ...refereed, title: 'Scholarly titles only' },
      'bc.doctype': code('Document type', (r) => r.type),
      'bc.year': { kind: 'year', by: 'year', title: 'Publication year' },
      'cql.allrecords': ALL,
    },
    limits: [
      { axis: 'peerReview', name: 'Scholarly titles only', how: 'subset', clause: 'bc.refereed = "1"' },
      { axis: 'date', name: 'Publication date', how: 'query', clause: 'bc.year within "{from} {to}"' },
    ],
  },
  {
    ...{ tag: 'EB', name: 'Ebbstone', scenario: 'mills', version: '1.2', schema: 'marcxml' },
    about: 'A union catalogue of libraries: books, theses, maps. It has no abstracts.',
    listing: { share: 0.75, from: 1988, headings: true, abstracts: false },
    ...{ stems: false, usual: 'cql.serverChoice', truncates: true, nearness: false, mostRecords: 100, habit: 'unsteady', thesaurus: true },
    indexes: {
      'cql.serverchoice': text('Title and subject', 'title', 'heading'),
      'dc.title': text('Title', 'title'),
      'dc.subject': { kind: 'whole', field: 'heading', title: 'Subject' },
      'dc.creator': text('Author', 'author'),
      'dc.date': { kind: 'year', by: 'year', title: 'Year of publication' },
      'cql.allrecords': ALL,
    },
    limits: [{ axis: 'date', name: 'Year of publication', how: 'query', clause: 'dc.date within "{from} {to}"' }],
  },
  {
    ...{ tag: 'CV', name: 'Culverly', scenario: 'mills', version: '1.2', schema: 'dc' },
    about: 'An index of articles on buildings and their history.',
    listing: { share: 0.58, from: 1988, headings: false, abstracts: true },
    ...{
      stems: false,
      usual: 'cql.serverChoice',
      truncates: true,
      nearness: true,
      mostRecords: 200,
      habit: 'splits-counts',
      thesaurus: false,
    },
    indexes: {
      'cql.serverchoice': text('Title and abstract', 'title', 'abstract'),
      'dc.title': text('Title', 'title'),
      'dc.description': text('Abstract', 'abstract'),
      'dc.creator': text('Author', 'author'),
      'dc.date': { kind: 'year', by: 'year', title: 'Years' },
      'cql.allrecords': ALL,
    },
    limits: [{ axis: 'date', name: 'Years', how: 'query', clause: 'dc.date within "{from} {to}"' }],
  },
];
