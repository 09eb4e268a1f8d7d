import { PERIODICAL_ITEMS, type TermSets } from './term-sets';

/** A row of a table of types: its name for people, and the values it still allows. */
export interface NamedSets {
  name: string;
  sets: TermSets;
  /** What it rightly stands beside: a general word gives way to a particular one of the same record. */
  beside?: TermSets;
}
const inPeriodical: TermSets = { publicationType: PERIODICAL_ITEMS };
const inBook = ['book', 'reference-work'] as const;
const book: TermSets = { sourceType: inBook, publicationType: ['book'] };
const chapter: TermSets = { sourceType: inBook, publicationType: ['book-chapter', 'encyclopedia-entry'] };
const proceedings: TermSets = { sourceType: ['proceedings'], publicationType: ['conference-paper', 'conference-abstract'] };
const thesis: TermSets = { sourceType: ['thesis'], publicationType: ['thesis'] };
const report: TermSets = { sourceType: ['report'], publicationType: ['report', 'guideline', 'other'] };
const web: TermSets = { sourceType: ['web'] };
const dataset: TermSets = { sourceType: ['dataset'], publicationType: ['dataset'], design: ['not-a-study'] };
const patent: TermSets = { sourceType: ['patent'], publicationType: ['patent'], design: ['not-a-study'] };
const standard: TermSets = { sourceType: ['standard'], publicationType: ['standard'], design: ['not-a-study'] };
const recording: TermSets = { sourceType: ['audiovisual'], publicationType: ['recording', 'other'], design: ['not-a-study'] };
const court: TermSets = {
  sourceType: ['other', 'report', 'web'],
  publicationType: ['other'],
  peerReview: ['not-refereed'],
  design: ['not-a-study'],
};
const row = (name: string, sets: TermSets): NamedSets => ({ name, sets });

/**
 * BibTeX and BibLaTeX entry types. `article` says "in a periodical", and `misc` nothing at all.
 * @source BibTeX (btxdoc), standard entry types; BibLaTeX manual, section 2.1; from memory
 */
export const BIBTEX_TYPES: Readonly<Record<string, NamedSets>> = {
  article: row('Article in a periodical', inPeriodical),
  suppperiodical: row('Supplement in a periodical', inPeriodical),
  periodical: row('Whole issue of a periodical', { publicationType: ['other'] }),
  book: row('Book', book),
  mvbook: row('Book in several volumes', book),
  collection: row('Edited collection', book),
  mvcollection: row('Collection in several volumes', book),
  booklet: row('Printed without a publisher', { sourceType: ['book', 'report', 'other'] }),
  bookinbook: row('Book within a book', { sourceType: ['book'], publicationType: ['book', 'book-chapter'] }),
  inbook: row('Part of a book', chapter),
  suppbook: row('Supplement in a book', chapter),
  incollection: row('Chapter of a collection', chapter),
  suppcollection: row('Supplement in a collection', chapter),
  manual: row('Manual', { sourceType: ['report', 'book', 'web'], publicationType: ['report', 'guideline', 'book', 'other'] }),
  proceedings: row('Whole proceedings', { sourceType: ['proceedings', 'book'], publicationType: ['book', 'other'] }),
  inproceedings: row('Paper in proceedings', proceedings),
  conference: row('Paper in proceedings', proceedings),
  reference: row('Reference work', { sourceType: ['reference-work'], publicationType: ['book'] }),
  inreference: row('Entry of a reference work', { sourceType: ['reference-work'], publicationType: ['encyclopedia-entry'] }),
  report: row('Report', report),
  techreport: row('Technical report', report),
  thesis: row('Thesis', thesis),
  phdthesis: row('Doctoral thesis', thesis),
  mastersthesis: row('Master’s thesis', thesis),
  dataset: row('Data set', dataset),
  patent: row('Patent', patent),
  standard: row('Standard', standard),
  online: row('Online resource', web),
  electronic: row('Online resource', web),
  www: row('Online resource', web),
  software: row('Software', {
    sourceType: ['other', 'web', 'dataset'],
    publicationType: ['other', 'dataset'],
    peerReview: ['not-refereed'],
    design: ['not-a-study'],
  }),
  audio: row('Sound recording', recording),
  video: row('Moving images', recording),
  music: row('Music', recording),
  image: row('Image', recording),
  review: row('Review in a periodical', { publicationType: ['book-review', 'review-article', 'systematic-review'] }),
  unpublished: row('Unpublished', { peerReview: ['not-refereed', 'preprint'] }),
  misc: row('Anything else', {}),
};

/** CSL item types. @source Citation Style Language 1.0.2, appendix III; from memory */
export const CSL_TYPES: Readonly<Record<string, NamedSets>> = {
  article: row('Preprint, or article not in a periodical', {
    sourceType: ['preprint-server', 'scholarly-journal', 'trade-journal', 'magazine', 'web', 'report', 'other'],
    publicationType: PERIODICAL_ITEMS,
  }),
  'article-journal': row('Article in a journal', inPeriodical),
  'article-magazine': row('Article in a magazine', { sourceType: ['magazine', 'trade-journal'], publicationType: PERIODICAL_ITEMS }),
  'article-newspaper': row('Article in a newspaper', {
    sourceType: ['newspaper', 'newswire'],
    publicationType: ['news', 'feature', 'interview', 'editorial', 'letter', 'comment', 'biography', 'book-review', 'other'],
  }),
  book: row('Book', book),
  chapter: row('Chapter', chapter),
  collection: row('Collection', { publicationType: ['book', 'other'] }),
  dataset: row('Data set', dataset),
  document: row('Document', {}),
  entry: row('Entry', { publicationType: ['encyclopedia-entry', 'registration', 'dataset', 'other'] }),
  'entry-dictionary': row('Dictionary entry', { sourceType: ['reference-work'], publicationType: ['encyclopedia-entry'] }),
  'entry-encyclopedia': row('Encyclopedia entry', { sourceType: ['reference-work'], publicationType: ['encyclopedia-entry'] }),
  interview: { ...row('Interview', { publicationType: ['interview'] }), beside: { publicationType: ['recording'] } },
  legal_case: row('Court decision', court),
  legislation: row('Legislation', court),
  bill: row('Bill', court),
  regulation: row('Regulation', court),
  treaty: row('Treaty', court),
  hearing: row('Hearing', court),
  manuscript: row('Manuscript', { peerReview: ['not-refereed', 'preprint'] }),
  motion_picture: row('Film', recording),
  song: row('Sound recording', recording),
  broadcast: row('Broadcast', recording),
  'paper-conference': row('Conference paper', proceedings),
  patent: row('Patent', patent),
  periodical: row('Periodical', { publicationType: ['other'] }),
  post: row('Post', web),
  'post-weblog': row('Blog post', { sourceType: ['web'], publicationType: ['news', 'feature', 'interview', 'comment', 'other'] }),
  report: row('Report', report),
  review: row('Review', { publicationType: ['book-review', 'review-article', 'systematic-review'] }),
  'review-book': row('Book review', { publicationType: ['book-review'] }),
  software: row('Software', { sourceType: ['other', 'web', 'dataset'], publicationType: ['other', 'dataset'] }),
  speech: row('Speech', { publicationType: ['conference-abstract', 'conference-paper', 'recording', 'other'] }),
  standard: row('Standard', standard),
  thesis: row('Thesis', thesis),
  webpage: row('Web page', web),
};
