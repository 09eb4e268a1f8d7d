import type { BibRecord, Vocabulary } from '@/core/record';
import { axisMask, CODED_AXES, type CodedAxis, knownTerm, SAYS_NO_TYPE, type TermSets } from '@/core/vocabularies';
import type { Claim } from './claim';
import { narrowsOf } from './cues';

/** What a database says of everything in it, as far as it bears on single items. Part of its limiter profile. */
export interface DatabaseScope {
  /** Every journal in the database is refereed (a statement about venues, not items). */
  allJournalsRefereed: boolean;
  /** The database's own terms, and standard ones that it uses in its own way, under `termKey`. */
  terms?: Readonly<Record<string, TermSets>>;
}
export const NO_SCOPE: DatabaseScope = { allJournalsRefereed: false };

/** The name of a term in a database's map. */
export const termKey = (vocabulary: Vocabulary, term: string): string => `${vocabulary}|${term.trim().toLowerCase()}`;

export interface StatedFindings {
  claims: Claim[];
  /** Terms that no table knows, as "vocabulary|term". Counted and listed, never dropped. */
  unmapped: string[];
}

/** Claims from the terms a record carries: types of its format, publication types, the database's own, and its scope. */
export function statedClaims(record: BibRecord, scope: DatabaseScope): StatedFindings {
  const found: StatedFindings = { claims: [], unmapped: [] };
  const add = (axis: CodedAxis, mask: number, rule: string, quote: string) =>
    found.claims.push({ axis, mask, rule, tier: 'asserted', field: 'type', quote, start: 0, end: 0 });
  const indexed: { term: string; rule: string; sets: TermSets; beside: TermSets }[] = [];
  for (const { vocabulary, term } of record.types) {
    if (SAYS_NO_TYPE.has(vocabulary)) continue;
    const key = termKey(vocabulary, term);
    const own = scope.terms && Object.hasOwn(scope.terms, key) ? scope.terms[key]! : null;
    const known = knownTerm(vocabulary, term);
    if (own) indexed.push({ term, rule: 'database-term', sets: own, beside: known?.beside ?? {} });
    else if (!known) found.unmapped.push(`${vocabulary}|${term}`);
    else if (vocabulary === 'ris-type')
      for (const { axis, mask } of narrowsOf(known.sets)) add(axis, mask, 'ris-type', `TY ${term} (${known.name})`);
    else if (Object.keys(known.sets).length)
      indexed.push({ term, rule: RULES[vocabulary] ?? 'publication-type', sets: known.sets, beside: known.beside ?? {} });
  }
  for (const one of indexed) {
    for (const axis of Object.keys(CODED_AXES) as CodedAxis[]) {
      const own = one.sets[axis];
      if (own) add(axis, withNeighbours(axis, one, indexed), one.rule, one.term);
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

const RULES: Partial<Record<Vocabulary, string>> = {
  'bibtex-type': 'bibtex-type',
  'csl-type': 'csl-type',
  'mods-resource': 'mods-type',
  'mods-genre': 'mods-type',
};

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
  return record.types.some(({ vocabulary, term }) => JOURNAL_TYPES[vocabulary]?.includes(term.toLowerCase()));
}

/** Types that say "in a periodical". A database's own terms do not say so by themselves. */
const JOURNAL_TYPES: Partial<Record<Vocabulary, readonly string[]>> = {
  'ris-type': ['jour', 'ejour', 'inpr'],
  'mesh-publication-type': ['journal article'],
  'bibtex-type': ['article'],
  'csl-type': ['article-journal'],
  'mods-genre': ['article', 'journal article'],
};
