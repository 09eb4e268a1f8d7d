import type { BibRecord } from '@/core/record';
import { axisMask, CODED_AXES, type CodedAxis, MESH_PUBLICATION_TYPES, RIS_TYPES, type TermSets } from '@/core/vocabularies';
import type { Claim } from './claim';
import { narrowsOf } from './cues';

/** What a database says of everything in it, as far as it bears on single items. Part of its limiter profile. */
export interface DatabaseScope {
  /** Every journal in the database is refereed (a statement about venues, not items). */
  allJournalsRefereed: boolean;
}
export const NO_SCOPE: DatabaseScope = { allJournalsRefereed: false };

const PT_BY_NAME = new Map(Object.entries(MESH_PUBLICATION_TYPES).map(([name, entry]) => [name.toLowerCase(), entry]));

export interface StatedFindings {
  claims: Claim[];
  /** Terms that no table knows, "vocabulary: term". Counted and listed, never dropped. */
  unmapped: string[];
}

/** Claims from the terms a record carries: RIS type, publication types, and the scope of its database. */
export function statedClaims(record: BibRecord, scope: DatabaseScope): StatedFindings {
  const found: StatedFindings = { claims: [], unmapped: [] };
  const add = (axis: CodedAxis, mask: number, rule: string, quote: string) =>
    found.claims.push({ axis, mask, rule, tier: 'asserted', field: 'type', quote, start: 0, end: 0 });
  const indexed: { term: string; sets: TermSets; beside: TermSets }[] = [];
  for (const { vocabulary, term } of record.types) {
    if (vocabulary === 'ris-type') {
      const known = RIS_TYPES[term];
      if (!known) found.unmapped.push(`RIS type: ${term}`);
      for (const { axis, mask } of narrowsOf(known?.sets ?? {})) add(axis, mask, 'ris-type', `TY ${term} (${known!.name})`);
    } else if (vocabulary === 'mesh-publication-type') {
      const known = PT_BY_NAME.get(term.toLowerCase());
      if (known) indexed.push({ term, sets: known.sets, beside: known.beside ?? {} });
      else found.unmapped.push(`Publication type: ${term}`);
    }
  }
  for (const one of indexed) {
    for (const axis of Object.keys(CODED_AXES) as CodedAxis[]) {
      const own = one.sets[axis];
      if (own) add(axis, withNeighbours(axis, one, indexed), 'publication-type', one.term);
    }
  }
  if (isRefereedVenue(record, scope)) {
    const claim = {
      rule: 'database-scope',
      tier: 'venue',
      field: 'database',
      quote: 'every journal in this database is refereed',
      start: 0,
      end: 0,
    } as const;
    found.claims.push({ axis: 'sourceType', mask: axisMask('sourceType', ['scholarly-journal']), ...claim });
  }
  return found;
}

/**
 * A term's own set, widened by those of its `beside` values that another term of the same record brings: terms that
 * rightly stand together then agree, and a term that stands alone still means what it says.
 */
function withNeighbours(
  axis: CodedAxis,
  one: { sets: TermSets; beside: TermSets },
  all: readonly { sets: TermSets; beside: TermSets }[],
): number {
  let mask = axisMask(axis, one.sets[axis]!);
  const beside = axisMask(axis, one.beside[axis] ?? []);
  for (const other of all) {
    // Only a specific neighbour counts: "Journal Article" allows nearly everything and brings nothing.
    if (other !== one && other.sets[axis] && other.sets[axis].length <= 8) mask |= beside & axisMask(axis, other.sets[axis]);
  }
  return mask >>> 0;
}

/** The database says that all its journals are refereed, and the record's type and an ISSN or volume place it in one. */
export function isRefereedVenue(record: BibRecord, scope: DatabaseScope): boolean {
  if (!scope.allJournalsRefereed || (record.issns.length === 0 && record.volume === '')) return false;
  return record.types.some((t) =>
    t.vocabulary === 'ris-type'
      ? ['JOUR', 'EJOUR', 'INPR'].includes(t.term)
      : t.vocabulary === 'mesh-publication-type' && t.term === 'Journal Article',
  );
}
