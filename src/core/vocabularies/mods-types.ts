import type { NamedSets } from './entry-types';
import { PERIODICAL_ITEMS, type TermSets } from './term-sets';

const row = (name: string, sets: TermSets): NamedSets => ({ name, sets });
const recording: TermSets = { sourceType: ['audiovisual'], publicationType: ['recording', 'other'], design: ['not-a-study'] };
const software: TermSets = { sourceType: ['other', 'web', 'dataset'], publicationType: ['other', 'dataset'] };
const thing: TermSets = { sourceType: ['other'], publicationType: ['other'], design: ['not-a-study'] };
const literary: TermSets = { publicationType: ['book', 'book-chapter', 'feature', 'other'], design: ['not-a-study'] };
const legal: TermSets = { publicationType: ['other', 'book', 'report'], design: ['not-a-study'] };
const listing: TermSets = { sourceType: ['reference-work', 'book', 'web', 'other'], publicationType: ['book', 'other', 'dataset'] };
const book: TermSets = { sourceType: ['book', 'reference-work'], publicationType: ['book'] };
const report: TermSets = { sourceType: ['report'], publicationType: ['report', 'guideline', 'other'] };
const article: TermSets = { publicationType: PERIODICAL_ITEMS };

/** MODS typeOfResource values; only those that are not text say something. @source MODS 3 user guidelines; from memory */
export const MODS_RESOURCES: Readonly<Record<string, NamedSets>> = {
  text: row('Text', {}),
  'mixed material': row('Mixed material', {}),
  cartographic: row('Map', recording),
  'notated music': row('Notated music', recording),
  'sound recording': row('Sound recording', recording),
  'sound recording-musical': row('Music', recording),
  'sound recording-nonmusical': row('Speech', recording),
  'still image': row('Image', recording),
  'moving image': row('Moving image', recording),
  'three dimensional object': row('Object', thing),
  'software, multimedia': row('Software', software),
};

/**
 * MODS genres: the MARC genre terms, and words that repositories put in their place.
 * @source Library of Congress, MARC Genre Term List; from memory
 */
export const MODS_GENRES: Readonly<Record<string, NamedSets>> = {
  'abstract or summary': row('Abstract or summary', { publicationType: ['conference-abstract', 'evidence-summary', 'other'] }),
  'art original': row('Art', recording),
  'art reproduction': row('Reproduction of art', recording),
  article: row('Article', article),
  atlas: row('Atlas', { sourceType: ['reference-work', 'book', 'audiovisual'], publicationType: ['book', 'other'] }),
  autobiography: row('Autobiography', { publicationType: ['biography', 'book'], design: ['not-a-study'] }),
  bibliography: row('Bibliography', { publicationType: ['other', 'book', 'review-article'] }),
  biography: row('Biography', { publicationType: ['biography', 'book', 'book-chapter'], design: ['not-a-study'] }),
  book: row('Book', book),
  calculation: row('Calculation', software),
  catalog: row('Catalogue', listing),
  chart: row('Chart', recording),
  'comic or graphic novel': row('Graphic novel', literary),
  'comic strip': row('Comic strip', literary),
  'conference publication': row('Conference publication', {
    sourceType: ['proceedings', 'book', 'scholarly-journal'],
    publicationType: ['conference-paper', 'conference-abstract', 'book'],
  }),
  database: row('Database', { sourceType: ['dataset', 'web'], publicationType: ['dataset', 'other'] }),
  dictionary: row('Dictionary', { sourceType: ['reference-work'], publicationType: ['book', 'encyclopedia-entry'] }),
  diorama: row('Diorama', thing),
  directory: row('Directory', listing),
  discography: row('Discography', listing),
  drama: row('Drama', literary),
  encyclopedia: row('Encyclopedia', { sourceType: ['reference-work'], publicationType: ['book', 'encyclopedia-entry'] }),
  essay: row('Essay', {
    publicationType: ['feature', 'editorial', 'comment', 'research-article', 'review-article', 'book-chapter', 'book', 'other'],
  }),
  festschrift: row('Festschrift', { sourceType: ['book', 'scholarly-journal'], publicationType: ['book', 'book-chapter', 'editorial'] }),
  fiction: row('Fiction', literary),
  filmography: row('Filmography', listing),
  filmstrip: row('Filmstrip', recording),
  'finding aid': row('Finding aid', listing),
  'flash card': row('Flash card', thing),
  folktale: row('Folktale', literary),
  font: row('Font', software),
  game: row('Game', thing),
  globe: row('Globe', thing),
  'government publication': row('Government publication', {
    sourceType: ['report', 'book', 'web', 'scholarly-journal'],
    publicationType: ['report', 'guideline', 'research-article', 'book', 'other'],
  }),
  graphic: row('Picture', recording),
  handbook: row('Handbook', { sourceType: ['reference-work', 'book'], publicationType: ['book'] }),
  history: row('History', {}),
  'humor, satire': row('Humour', literary),
  hymnal: row('Hymnal', literary),
  index: row('Index', listing),
  instruction: row('Instruction', { publicationType: ['other', 'book', 'guideline', 'report'] }),
  interview: {
    ...row('Interview', { publicationType: ['interview'], design: ['not-a-study'] }),
    beside: { publicationType: ['recording'] },
  },
  issue: row('Issue', { publicationType: ['other'] }),
  journal: row('Journal', { publicationType: ['other'] }),
  kit: row('Kit', thing),
  'language instruction': row('Language instruction', { publicationType: ['book', 'other', 'recording'] }),
  'law report or digest': row('Law report', legal),
  'legal article': row('Legal article', { publicationType: ['research-article', 'review-article', 'comment', 'feature', 'other'] }),
  'legal case and case notes': row('Legal case', legal),
  legislation: row('Legislation', legal),
  letter: row('Letter', { publicationType: ['letter', 'other'] }),
  'loose-leaf': row('Loose-leaf', {}),
  map: row('Map', recording),
  memoir: row('Memoir', { publicationType: ['biography', 'book', 'feature'], design: ['not-a-study'] }),
  'microscope slide': row('Microscope slide', thing),
  model: row('Model', thing),
  'motion picture': row('Motion picture', recording),
  'multivolume monograph': row('Monograph in several volumes', book),
  newspaper: row('Newspaper', { sourceType: ['newspaper'] }),
  novel: row('Novel', literary),
  'numeric data': row('Numeric data', { sourceType: ['dataset'], publicationType: ['dataset'], design: ['not-a-study'] }),
  offprint: row('Offprint', {}),
  'online system or service': row('Online service', { sourceType: ['web', 'dataset', 'other'] }),
  patent: row('Patent', { sourceType: ['patent'], publicationType: ['patent'], design: ['not-a-study'] }),
  periodical: row('Periodical', { publicationType: ['other'] }),
  picture: row('Picture', recording),
  poetry: row('Poetry', literary),
  postcard: row('Postcard', recording),
  'programmed text': row('Programmed text', { publicationType: ['book', 'other'] }),
  realia: row('Object', thing),
  rehearsal: row('Rehearsal', recording),
  'remote sensing image': row('Remote sensing image', recording),
  reporting: row('Reporting', { publicationType: ['news', 'feature'], design: ['not-a-study'] }),
  review: row('Review', { publicationType: ['book-review', 'review-article', 'systematic-review'] }),
  series: row('Series', {}),
  'short story': row('Short story', literary),
  slide: row('Slide', recording),
  sound: row('Sound', recording),
  speech: row('Speech', { publicationType: ['other', 'editorial', 'recording'] }),
  'standard or specification': row('Standard', { sourceType: ['standard'], publicationType: ['standard'], design: ['not-a-study'] }),
  statistics: row('Statistics', {}),
  'survey of literature': row('Survey of literature', { publicationType: ['review-article', 'systematic-review', 'book', 'book-chapter'] }),
  'technical drawing': row('Technical drawing', recording),
  'technical report': row('Technical report', report),
  thesis: row('Thesis', { sourceType: ['thesis'], publicationType: ['thesis'] }),
  toy: row('Toy', thing),
  transparency: row('Transparency', recording),
  treaty: row('Treaty', legal),
  videorecording: row('Video', recording),
  'web site': row('Web site', { sourceType: ['web'] }),
  yearbook: row('Yearbook', { sourceType: ['reference-work', 'book', 'report'], publicationType: ['book', 'report', 'other'] }),
};
