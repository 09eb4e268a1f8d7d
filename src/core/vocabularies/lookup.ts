import { remembered, type Vocabulary } from '@/core/record';
import { COAR_TYPES } from './coar-types';
import { BIBTEX_TYPES, CSL_TYPES } from './entry-types';
import { FOREIGN_WORDS } from './foreign-words';
import { JATS_ARTICLE_TYPES } from './jats-article-types';
import { MARC_CODES } from './marc-codes';
import { MEDLINE_SUBSETS } from './medline-fields';
import { MESH_PUBLICATION_TYPES } from './mesh-publication-types';
import { MODS_GENRES, MODS_RESOURCES } from './mods-types';
import { PLAIN_WORDS } from './plain-words';
import { RIS_TYPES } from './ris-types';
import type { TermSets } from './term-sets';

export const VOCABULARY_LABELS: Readonly<Record<Vocabulary, string>> = {
  'ris-type': 'RIS type',
  'mesh-publication-type': 'Publication type',
  'medline-status': 'Indexing status',
  'medline-subset': 'MEDLINE subset',
  'bibtex-type': 'BibTeX entry type',
  'csl-type': 'CSL item type',
  'mods-resource': 'MODS type of resource',
  'mods-genre': 'MARC or MODS genre',
  'marc-code': 'MARC 21 code',
  'jats-type': 'JATS article type',
  own: 'The database’s own term',
};

/** What a term says: the sets it allows, and what it stands beside without contradiction. */
export interface KnownTerm {
  name: string;
  sets: TermSets;
  beside?: TermSets;
  /** The list that has it, where a term may come from several. */
  list?: string;
}

/** A table of terms as "How it decides" prints it. */
export interface TermTable {
  id: string;
  label: string;
  source: string;
  rows: Readonly<Record<string, { name?: string; sets: TermSets; beside?: TermSets }>>;
}

export const TERM_TABLES: readonly TermTable[] = [
  {
    id: 'mesh',
    label: 'MeSH publication types',
    source: 'NLM, Medical Subject Headings, category V (Publication Characteristics); from memory',
    rows: MESH_PUBLICATION_TYPES,
  },
  {
    id: 'ris',
    label: 'RIS reference types',
    source: 'RIS Format Specifications, reference types (2001 list with the 2011 additions)',
    rows: RIS_TYPES,
  },
  {
    id: 'bibtex',
    label: 'BibTeX and BibLaTeX entry types',
    source: 'BibTeX (btxdoc); BibLaTeX manual, section 2.1; from memory',
    rows: BIBTEX_TYPES,
  },
  { id: 'csl', label: 'CSL item types', source: 'Citation Style Language 1.0.2, appendix III; from memory', rows: CSL_TYPES },
  {
    id: 'mods-resource',
    label: 'MODS types of resource',
    source: 'MODS 3 user guidelines, typeOfResource; from memory',
    rows: MODS_RESOURCES,
  },
  { id: 'mods-genre', label: 'MARC and MODS genres', source: 'Library of Congress, MARC Genre Term List; from memory', rows: MODS_GENRES },
  {
    id: 'marc',
    label: 'MARC 21 codes',
    source: 'Library of Congress, MARC 21 Format for Bibliographic Data: leader, 008, 502; from memory',
    rows: MARC_CODES,
  },
  {
    id: 'jats',
    label: 'JATS article types',
    source: 'JATS, ANSI/NISO Z39.96, suggested values of article-type; from memory',
    rows: JATS_ARTICLE_TYPES,
  },
  {
    id: 'coar',
    label: 'COAR resource types',
    source: 'COAR Controlled Vocabulary for Resource Types 3.1, English labels; from memory',
    rows: COAR_TYPES,
  },
  { id: 'subset', label: 'MEDLINE subsets', source: 'NLM, MEDLINE/PubMed field descriptions, SB; from memory', rows: MEDLINE_SUBSETS },
  {
    id: 'plain',
    label: 'Words that databases print as a type',
    source: 'common practice; a database’s own map comes first',
    rows: PLAIN_WORDS,
  },
];

type Rows = Map<string, { name?: string; sets: TermSets; beside?: TermSets }>;
const rowsOf = (id: string): Rows =>
  new Map(Object.entries(TERM_TABLES.find((t) => t.id === id)!.rows).map(([term, entry]) => [term.toLowerCase(), entry]));

/** An article of the Journal Article Tag Suite stands in a periodical, or was posted to be in one. */
const PERIODICALS = ['scholarly-journal', 'trade-journal', 'magazine', 'newspaper', 'newswire', 'proceedings', 'preprint-server'] as const;
const ofPeriodicals = (rows: Rows): Rows =>
  new Map([...rows].map(([term, row]) => [term, { ...row, sets: { sourceType: PERIODICALS, ...row.sets } }]));

const TABLES: Partial<Record<Vocabulary, Rows>> = {
  'ris-type': rowsOf('ris'),
  'mesh-publication-type': rowsOf('mesh'),
  'medline-subset': rowsOf('subset'),
  'bibtex-type': rowsOf('bibtex'),
  'csl-type': rowsOf('csl'),
  'mods-resource': rowsOf('mods-resource'),
  'mods-genre': rowsOf('mods-genre'),
  'marc-code': rowsOf('marc'),
  'jats-type': ofPeriodicals(rowsOf('jats')),
};
/** Lists that a database's own word may come from, in the order in which they are tried. */
const OWN: readonly [string, Rows][] = [
  ['a word that databases print', rowsOf('plain')],
  ['a COAR resource type', rowsOf('coar')],
  ['a JATS article type', rowsOf('jats')],
  ['a MeSH publication type', rowsOf('mesh')],
];

/** "info:eu-repo/semantics/doctoralThesis" and the like: the last part of an address, as words. */
function plainTerm(term: string): string {
  const last = /^(?:https?:|info:|urn:)/i.test(term) ? (term.split(/[/#:]/).pop() ?? term) : term;
  return last
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[_\s]+/g, ' ')
    .replace(/ *[-–—] +| +[-–—] */g, ' - ')
    .replace(/[.;]+$/, '')
    .trim();
}
/** "Articles" → "article", "Book Chapters" → "book chapter". */
const singular = (term: string): string =>
  term.endsWith('ies')
    ? `${term.slice(0, -3)}y`
    : term.endsWith('ses')
      ? `${term.slice(0, -2)}is`
      : term.endsWith('s')
        ? term.slice(0, -1)
        : term;

/** The standard meaning of a term, or null when its table does not have it. */
export function knownTerm(vocabulary: Vocabulary, term: string): KnownTerm | null {
  if (vocabulary === 'own') return knownWord(term);
  const found = TABLES[vocabulary]?.get(term.toLowerCase());
  if (found) return { name: found.name ?? term, sets: found.sets, beside: found.beside };
  // Repositories put COAR labels and other words in a MODS genre.
  return vocabulary === 'mods-genre' ? knownWord(term) : null;
}

const knownWord: (term: string) => KnownTerm | null = remembered(lookUpWord);

function lookUpWord(term: string): KnownTerm | null {
  const said = plainTerm(term).normalize('NFC');
  const plain = Object.hasOwn(FOREIGN_WORDS, said) ? FOREIGN_WORDS[said]! : said;
  for (const form of [plain, singular(plain), plain.replaceAll(' ', '-')])
    for (const [list, rows] of OWN) {
      const found = rows.get(form);
      if (found) return { name: found.name ?? term, sets: found.sets, beside: found.beside, list };
    }
  return null;
}

/** Vocabularies that state nothing about what an item is. */
export const SAYS_NO_TYPE: ReadonlySet<Vocabulary> = new Set<Vocabulary>(['medline-status']);
