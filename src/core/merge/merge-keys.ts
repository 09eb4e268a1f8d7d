import type { Relation } from './relations';
import type { SelfNamed } from './titles';

/** What a record's types or container say it is, where that matters for merging. */
export type StatedKind =
  | 'preprint'
  | 'protocol'
  | 'registration'
  | 'meeting-abstract'
  | 'correction'
  | 'retraction'
  | 'concern'
  | 'letter'
  | 'book-review'
  | 'book'
  | 'chapter'
  | 'thesis'
  | 'report'
  | '';

/** What two records are compared by. */
export interface ComparedKeys {
  doi: string;
  pmid: string;
  /** Normalised titles: the record's own first, then those it gives in another language. */
  titles: string[];
  /** The title ends in the middle: somebody cut it. */
  cut: boolean;
  named: SelfNamed | null;
  stated: StatedKind;
  /** Keys of the title without the words that name its kind: whole, and before the subtitle. */
  core: string;
  main: string;
  /** Family and given names, normalised, of the first eight. */
  people: [family: string, given: string][];
  /** How many people the record names. */
  peopleCount: number;
  /** First and last year that its dates allow; null when it has none. */
  years: [number, number] | null;
  container: string;
  issns: string[];
  isbns: string[];
  volume: string;
  issue: string;
  /** First and last page; letters kept, leading zeros dropped, a shortened last page filled up. */
  first: string;
  last: string;
  /** Six smallest hashes of three-word runs in the beginning of the abstract; empty without one. */
  abstract: number[];
  language: string;
  /** Numbers under which a study is registered, as the record gives them. */
  registrations: string[];
  /** What the record says of other publications. */
  relations: Relation[];
  /** What an update says of its conclusions. */
  conclusions: 'changed' | 'unchanged' | '';
  /** The key of a BibTeX entry, by which others of its file name it. */
  entry: string;
}

/** What merging needs of a record, and nothing else. Plain JSON: it is stored, and compared without the record. */
export interface MergeKeys extends ComparedKeys {
  /** Under which keys it is looked for: see block.ts. */
  blocks: number[];
}

/** Keys of many records by their places: a list, or a shelf. */
export interface KeyList {
  readonly length: number;
  at(place: number): ComparedKeys | undefined;
}
