import type { Vocabulary } from '@/core/record';
import { BIBTEX_TYPES, CSL_TYPES, MODS_GENRES, MODS_RESOURCES } from './entry-types';
import { MESH_PUBLICATION_TYPES } from './mesh-publication-types';
import { RIS_TYPES } from './ris-types';
import type { TermSets } from './term-sets';

export const VOCABULARY_LABELS: Readonly<Record<Vocabulary, string>> = {
  'ris-type': 'RIS type',
  'mesh-publication-type': 'Publication type',
  'medline-status': 'Indexing status',
  'bibtex-type': 'BibTeX entry type',
  'csl-type': 'CSL item type',
  'mods-resource': 'MODS type of resource',
  'mods-genre': 'MODS genre',
  own: 'The database’s own term',
};

/** What a term says: the sets it allows, and what it stands beside without contradiction. */
export interface KnownTerm {
  name: string;
  sets: TermSets;
  beside?: TermSets;
}

const lowered = <T>(table: Readonly<Record<string, T>>): Map<string, T> =>
  new Map(Object.entries(table).map(([term, entry]) => [term.toLowerCase(), entry]));

const TABLES: Partial<Record<Vocabulary, Map<string, Omit<KnownTerm, 'name'> & { name?: string }>>> = {
  'ris-type': lowered(RIS_TYPES),
  'mesh-publication-type': lowered(MESH_PUBLICATION_TYPES),
  'bibtex-type': lowered(BIBTEX_TYPES),
  'csl-type': lowered(CSL_TYPES),
  'mods-resource': lowered(MODS_RESOURCES),
  'mods-genre': lowered(MODS_GENRES),
};

/** The standard meaning of a term, or null when its table does not have it. A database's own terms have none. */
export function knownTerm(vocabulary: Vocabulary, term: string): KnownTerm | null {
  const found = TABLES[vocabulary]?.get(term.toLowerCase());
  return found ? { name: found.name ?? term, sets: found.sets, beside: found.beside } : null;
}

/** Vocabularies that state nothing about what an item is. */
export const SAYS_NO_TYPE: ReadonlySet<Vocabulary> = new Set<Vocabulary>(['medline-status']);
