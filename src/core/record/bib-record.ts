/** A person as a record names them. `given` may be initials; a corporate author has only `family`. */
export interface Person {
  family: string;
  given: string;
  /** Bare, with hyphens; only one whose check digit is right. */
  orcid?: string;
}

/** The open formats a record can be read from. */
export const RECORD_FORMATS = ['ris', 'nbib', 'pubmed-xml', 'bibtex', 'csl-json', 'csv', 'mods', 'marc', 'marc-xml', 'jats'] as const;
export type RecordFormat = (typeof RECORD_FORMATS)[number];

/** Where a term comes from. `own` is a database's own word, which only the database's term map can place. */
export const VOCABULARIES = [
  'ris-type',
  'mesh-publication-type',
  'medline-status',
  'medline-subset',
  'bibtex-type',
  'csl-type',
  'mods-resource',
  'mods-genre',
  'marc-code',
  'jats-type',
  'own',
] as const;
export type Vocabulary = (typeof VOCABULARIES)[number];

/** A term that a file format or an indexer states about the item, with the vocabulary it belongs to. */
export interface TypeTerm {
  vocabulary: Vocabulary;
  term: string;
}

/**
 * One citation, as read from a retrieved entry. Text fields hold '' when absent; nothing is guessed.
 * The raw text is kept beside it, and `extra` keeps every field that has no place here.
 */
export interface BibRecord {
  /** What it was read from: the names in `extra` are that format's. */
  format: RecordFormat;
  /** The record's own accession in its database (RIS `ID`/`AN`, MEDLINE `PMID`). */
  accession: string;
  title: string;
  abstract: string;
  authors: Person[];
  /** Journal, book or proceedings that contains the item. */
  container: string;
  volume: string;
  issue: string;
  pages: string;
  publisher: string;
  issns: string[];
  isbns: string[];
  /** Lower case, without resolver prefix; '' when absent. */
  doi: string;
  pmid: string;
  types: TypeTerm[];
  headings: string[];
  languages: string[];
  urls: string[];
  /** Dates exactly as the record prints them. */
  dates: { online: string; issue: string; added: string; version?: string };
  /** The database the record says it comes from; '' when it does not say. */
  database: string;
  extra: Record<string, string[]>;
}

/** In `extra`: which fields an entry has from another one, each as "name from key". */
export const INHERITED = 'inherited';

export const emptyRecord = (format: RecordFormat = 'ris'): BibRecord => ({
  format,
  accession: '',
  title: '',
  abstract: '',
  authors: [],
  container: '',
  volume: '',
  issue: '',
  pages: '',
  publisher: '',
  issns: [],
  isbns: [],
  doi: '',
  pmid: '',
  types: [],
  headings: [],
  languages: [],
  urls: [],
  dates: { online: '', issue: '', added: '' },
  database: '',
  extra: {},
});
