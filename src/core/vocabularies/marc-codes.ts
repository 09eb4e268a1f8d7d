import type { PublicationType, SourceType } from './axes';
import type { NamedSets } from './entry-types';
import { MODS_GENRES, MODS_RESOURCES } from './mods-types';
import { PERIODICAL_ITEMS, type TermSets } from './term-sets';

const row = (name: string, sets: TermSets): NamedSets => ({ name, sets });
const genre = (name: string, of: keyof typeof MODS_GENRES): NamedSets => row(name, MODS_GENRES[of]!.sets);
const resource = (name: string, of: keyof typeof MODS_RESOURCES): NamedSets => row(name, MODS_RESOURCES[of]!.sets);

/** What a text that is catalogued as a whole can be, and where it can stand. */
const WHOLE_SOURCES = [
  'book',
  'reference-work',
  'thesis',
  'report',
  'standard',
  'patent',
  'proceedings',
  'preprint-server',
  'web',
  'other',
] as const satisfies readonly SourceType[];
const WHOLES = [
  'book',
  'thesis',
  'report',
  'guideline',
  'standard',
  'patent',
  'conference-paper',
  'evidence-summary',
  'other',
] as const satisfies readonly PublicationType[];
/** A text catalogued as a whole, of which nothing more is known: a book, a thesis, a report, a volume of proceedings. */
const whole: TermSets = {
  sourceType: WHOLE_SOURCES,
  publicationType: WHOLES,
};
const partOfBook: TermSets = {
  sourceType: ['book', 'reference-work', 'proceedings', 'report'],
  publicationType: ['book-chapter', 'encyclopedia-entry', 'conference-paper', 'conference-abstract'],
};
const partOfSerial: TermSets = { publicationType: PERIODICAL_ITEMS };
const serial: TermSets = { publicationType: ['other'], design: ['not-a-study'] };

/**
 * Coded values of MARC 21 that say what an item is: type of record with bibliographic level, nature of contents of
 * books, conference publication, literary form, and the dissertation note. Contents that a book merely holds, such as a
 * bibliography or statistics, say nothing of the book.
 * @source Library of Congress, MARC 21 Format for Bibliographic Data, Leader/06-07, 008/24-27, 008/29, 008/33, 502; from memory
 */
export const MARC_CODES: Readonly<Record<string, NamedSets>> = {
  'LDR/06-07 am': row('Text, catalogued as a whole', whole),
  'LDR/06-07 tm': row('Manuscript text, catalogued as a whole', { ...whole, publicationType: ['thesis', 'report', 'book', 'other'] }),
  'LDR/06-07 aa': row('Part of a book or volume', partOfBook),
  'LDR/06-07 ab': row('Part of a serial', partOfSerial),
  'LDR/06-07 as': row('Serial', serial),
  'LDR/06-07 ai': row('Resource that is kept up to date', { sourceType: ['web', 'reference-work', 'dataset', 'book', 'other'] }),
  'LDR/06-07 ac': row('Collection', { publicationType: ['other', 'book', 'dataset'] }),
  'LDR/06-07 cm': resource('Notated music', 'notated music'),
  'LDR/06-07 em': resource('Map', 'cartographic'),
  'LDR/06-07 gm': resource('Film or video', 'moving image'),
  'LDR/06-07 im': resource('Sound recording, not music', 'sound recording'),
  'LDR/06-07 jm': resource('Sound recording, music', 'sound recording'),
  'LDR/06-07 km': resource('Picture', 'still image'),
  'LDR/06-07 mm': resource('Computer file', 'software, multimedia'),
  'LDR/06-07 rm': resource('Object', 'three dimensional object'),
  '008/24 c': genre('Catalogue', 'catalog'),
  '008/24 d': genre('Dictionary', 'dictionary'),
  '008/24 e': genre('Encyclopedia', 'encyclopedia'),
  '008/24 f': genre('Handbook', 'handbook'),
  '008/24 g': genre('Legal article', 'legal article'),
  '008/24 j': genre('Patent', 'patent'),
  '008/24 k': genre('Discography', 'discography'),
  '008/24 l': genre('Legislation', 'legislation'),
  '008/24 m': genre('Thesis', 'thesis'),
  '008/24 q': genre('Filmography', 'filmography'),
  '008/24 r': genre('Directory', 'directory'),
  '008/24 t': genre('Technical report', 'technical report'),
  '008/24 u': genre('Standard', 'standard or specification'),
  '008/24 v': genre('Legal case', 'legal case and case notes'),
  '008/24 w': genre('Law report', 'law report or digest'),
  '008/24 y': genre('Yearbook', 'yearbook'),
  '008/24 z': genre('Treaty', 'treaty'),
  '008/24 6': genre('Graphic novel', 'comic or graphic novel'),
  '008/29 1': genre('Conference publication', 'conference publication'),
  '008/33 1': genre('Fiction', 'fiction'),
  '008/33 d': genre('Drama', 'drama'),
  '008/33 f': genre('Novel', 'novel'),
  '008/33 j': genre('Short stories', 'short story'),
  '008/33 p': genre('Poetry', 'poetry'),
  '502': genre('Dissertation note', 'thesis'),
};
