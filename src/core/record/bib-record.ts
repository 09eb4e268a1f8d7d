/** A person as a record names them. `given` may be initials; a corporate author has only `family`. */
export interface Person {
  family: string;
  given: string;
}

/** A term that a file format or an indexer states about the item, with the vocabulary it belongs to. */
export interface TypeTerm {
  vocabulary: 'ris-type' | 'mesh-publication-type' | 'medline-status';
  term: string;
}

/**
 * One citation, as read from a retrieved entry. Text fields hold '' when absent; nothing is guessed.
 * The raw text is kept beside it, and `extra` keeps every field that has no place here.
 */
export interface BibRecord {
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
  dates: { online: string; issue: string; added: string };
  /** The database the record says it comes from; '' when it does not say. */
  database: string;
  extra: Record<string, string[]>;
}

export const emptyRecord = (): BibRecord => ({
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
