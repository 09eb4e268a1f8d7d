import type { NamedSets } from './entry-types';
import { PERIODICAL_ITEMS, type TermSets } from './term-sets';

const PERIODICALS = ['scholarly-journal', 'trade-journal', 'magazine', 'proceedings'] as const;
const row = (name: string, sets: TermSets): NamedSets => ({ name, sets });
const inJournal = (publicationType: NonNullable<TermSets['publicationType']>, design?: TermSets['design']): TermSets =>
  design ? { sourceType: PERIODICALS, publicationType, design } : { sourceType: PERIODICALS, publicationType };
const recording: TermSets = { sourceType: ['audiovisual'], publicationType: ['recording', 'other'], design: ['not-a-study'] };
const report: TermSets = { sourceType: ['report'], publicationType: ['report', 'guideline', 'other'] };
const thesis: TermSets = { sourceType: ['thesis'], publicationType: ['thesis'] };
const dataset: TermSets = { sourceType: ['dataset'], publicationType: ['dataset'], design: ['not-a-study'] };
const software: TermSets = { sourceType: ['other', 'web', 'dataset'], publicationType: ['other', 'dataset'] };

/**
 * COAR resource types, by their English labels → what each allows.
 * @source COAR Controlled Vocabulary for Resource Types 3.1; labels from memory
 */
export const COAR_TYPES: Readonly<Record<string, NamedSets>> = {
  text: row('Text', {}),
  // Periodicals and what stands in them
  'journal article': row('Journal article', inJournal(PERIODICAL_ITEMS)),
  'research article': row('Research article', inJournal(['research-article', 'systematic-review', 'case-report'])),
  'review article': row('Review article', inJournal(['review-article', 'systematic-review'])),
  'data paper': row('Data paper', inJournal(['dataset', 'research-article'])),
  'software paper': row('Software paper', inJournal(['research-article', 'other'])),
  'case report': row('Case report', inJournal(['case-report'], ['case-report', 'case-series'])),
  'article-commentary': row('Commentary', inJournal(['comment', 'editorial'], ['expert-opinion', 'not-a-study'])),
  commentary: row('Commentary', { publicationType: ['comment', 'editorial'], design: ['expert-opinion', 'not-a-study'] }),
  corrigendum: row('Corrigendum', inJournal(['correction'], ['not-a-study'])),
  editorial: row('Editorial', inJournal(['editorial'], ['expert-opinion', 'not-a-study'])),
  'letter to the editor': row('Letter to the editor', inJournal(['letter', 'comment'])),
  'contribution to journal': row('Contribution to a journal', inJournal(PERIODICAL_ITEMS)),
  journal: row('Journal', { publicationType: ['other'] }),
  'magazine article': row('Magazine article', { sourceType: ['magazine', 'trade-journal'] }),
  magazine: row('Magazine', { sourceType: ['magazine', 'trade-journal'] }),
  'newspaper article': row('Newspaper article', {
    sourceType: ['newspaper', 'newswire'],
    publicationType: ['news', 'feature', 'interview', 'editorial', 'letter', 'comment', 'biography', 'book-review', 'other'],
  }),
  newspaper: row('Newspaper', { sourceType: ['newspaper'] }),
  periodical: row('Periodical', { publicationType: ['other'] }),
  'other periodical': row('Other periodical', {}),
  // Books
  book: row('Book', { sourceType: ['book', 'reference-work'], publicationType: ['book'] }),
  'book part': row('Book part', { sourceType: ['book', 'reference-work'], publicationType: ['book-chapter', 'encyclopedia-entry'] }),
  'book chapter': row('Book chapter', { sourceType: ['book', 'reference-work'], publicationType: ['book-chapter', 'encyclopedia-entry'] }),
  'book review': row('Book review', { publicationType: ['book-review'], design: ['not-a-study'] }),
  bibliography: row('Bibliography', { publicationType: ['other', 'book', 'review-article'] }),
  // Meetings
  'conference output': row('Conference output', { publicationType: ['conference-paper', 'conference-abstract', 'book', 'other'] }),
  'conference proceedings': row('Conference proceedings', { sourceType: ['proceedings', 'book'], publicationType: ['book', 'other'] }),
  'conference paper': row('Conference paper', { publicationType: ['conference-paper'] }),
  'conference paper not in proceedings': row('Conference paper, not in proceedings', { publicationType: ['conference-paper'] }),
  'conference poster': row('Conference poster', { publicationType: ['conference-abstract'] }),
  'conference poster not in proceedings': row('Conference poster, not in proceedings', { publicationType: ['conference-abstract'] }),
  'conference presentation': row('Conference presentation', { publicationType: ['conference-abstract', 'recording', 'other'] }),
  lecture: row('Lecture', { publicationType: ['other', 'recording', 'review-article'] }),
  // Theses
  thesis: row('Thesis', thesis),
  'bachelor thesis': row('Bachelor thesis', thesis),
  'master thesis': row('Master thesis', thesis),
  'doctoral thesis': row('Doctoral thesis', thesis),
  // Reports
  report: row('Report', report),
  'report part': row('Report part', report),
  'clinical study': row('Clinical study', { publicationType: ['research-article', 'registration', 'report', 'protocol'] }),
  'internal report': row('Internal report', report),
  memorandum: row('Memorandum', report),
  'policy report': row('Policy report', report),
  'project deliverable': row('Project deliverable', report),
  'report to funding agency': row('Report to a funding agency', report),
  'research report': row('Research report', { sourceType: ['report'], publicationType: ['report'] }),
  'technical report': row('Technical report', { sourceType: ['report'], publicationType: ['report'] }),
  'other type of report': row('Other report', report),
  'technical documentation': row('Technical documentation', report),
  'research protocol': row('Research protocol', { publicationType: ['protocol'], design: ['not-a-study'] }),
  'research proposal': row('Research proposal', { publicationType: ['protocol', 'other'], design: ['not-a-study'] }),
  'data management plan': row('Data management plan', { publicationType: ['other', 'report'], design: ['not-a-study'] }),
  // Before or outside review
  preprint: row('Preprint', { sourceType: ['preprint-server'], peerReview: ['preprint'] }),
  'working paper': row('Working paper', { sourceType: ['report', 'preprint-server'], peerReview: ['not-refereed', 'preprint'] }),
  manuscript: row('Manuscript', {}),
  'peer review': row('Peer review report', { publicationType: ['comment', 'other'], design: ['not-a-study'] }),
  review: row('Review', { publicationType: ['book-review', 'review-article', 'systematic-review'] }),
  annotation: row('Annotation', { publicationType: ['comment', 'other'], design: ['not-a-study'] }),
  'blog post': row('Blog post', { sourceType: ['web'], publicationType: ['news', 'feature', 'interview', 'comment', 'other'] }),
  website: row('Website', { sourceType: ['web'] }),
  interview: row('Interview', { publicationType: ['interview'], design: ['not-a-study'] }),
  letter: row('Letter', { publicationType: ['letter', 'other'] }),
  // Data, software, rights
  dataset: row('Data set', dataset),
  'aggregated data': row('Aggregated data', dataset),
  'clinical trial data': row('Clinical trial data', dataset),
  'compiled data': row('Compiled data', dataset),
  'encoded data': row('Encoded data', dataset),
  'experimental data': row('Experimental data', dataset),
  'genomic data': row('Genomic data', dataset),
  'geospatial data': row('Geospatial data', dataset),
  'laboratory notebook': row('Laboratory notebook', { publicationType: ['dataset', 'other'], design: ['not-a-study'] }),
  'measurement and test data': row('Measurement and test data', dataset),
  'observational data': row('Observational data', dataset),
  'recorded data': row('Recorded data', dataset),
  'simulation data': row('Simulation data', dataset),
  'survey data': row('Survey data', dataset),
  software: row('Software', software),
  'research software': row('Research software', software),
  'source code': row('Source code', software),
  workflow: row('Workflow', software),
  patent: row('Patent', { sourceType: ['patent'], publicationType: ['patent'], design: ['not-a-study'] }),
  'design patent': row('Design patent', { sourceType: ['patent'], publicationType: ['patent'], design: ['not-a-study'] }),
  trademark: row('Trademark', { sourceType: ['patent', 'other'], publicationType: ['other'], design: ['not-a-study'] }),
  'learning object': row('Learning object', { publicationType: ['other', 'recording'], design: ['not-a-study'] }),
  // Sound, pictures, maps
  image: row('Image', recording),
  'still image': row('Still image', recording),
  'moving image': row('Moving image', recording),
  video: row('Video', recording),
  sound: row('Sound', recording),
  'audio recording': row('Audio recording', recording),
  'musical composition': row('Musical composition', recording),
  'musical notation': row('Musical notation', recording),
  'cartographic material': row('Cartographic material', recording),
  map: row('Map', recording),
  'interactive resource': row('Interactive resource', { publicationType: ['other', 'recording'], design: ['not-a-study'] }),
  other: row('Other', {}),
  transcription: row('Transcription', { publicationType: ['other', 'interview'] }),
};
