import type { BibRecord, Vocabulary } from '@/core/record';
import { ALL, axisMask, CODED_AXES, type CodedAxis, type KnownTerm, knownTerm, SAYS_NO_TYPE, type TermSets } from '@/core/vocabularies';
import { VENUE_FACTS } from './claim';
import type { ClaimSheet } from './claim-sheet';
import { typeTermsOf } from './notes';
import { SAYS_REFEREED } from './type-statements';

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

/** The names, in a database's map, of all type terms that a record carries. */
export const termKeysOf = (record: BibRecord): string[] => [...new Set(typeTermsOf(record).map((t) => termKey(t.vocabulary, t.term)))];

/** Rule names of terms, by vocabulary. */
export const TERM_RULES: Readonly<Partial<Record<Vocabulary, string>>> = {
  'ris-type': 'ris-type',
  'mesh-publication-type': 'publication-type',
  'medline-subset': 'medline-subset',
  'bibtex-type': 'bibtex-type',
  'csl-type': 'csl-type',
  'mods-resource': 'mods-type',
  'mods-genre': 'mods-type',
  'marc-code': 'marc-code',
  'jats-type': 'jats-type',
  own: 'plain-word',
};

/** Nothing is refereed in what is written for a trade or the public. Common practice. */
const MAY_BE_REFEREED = (ALL.sourceType & ~axisMask('sourceType', ['trade-journal', 'magazine', 'newspaper', 'newswire'])) >>> 0;
const SCHOLARLY_JOURNAL = ['scholarly-journal'] as const;

interface Indexed {
  quote: string;
  rule: string;
  vocabulary: Vocabulary;
  sets: TermSets;
  beside: TermSets;
}

/**
 * Adds claims from the terms a record carries: types of its format, publication types, the database's own, and its scope.
 * @returns terms that no table knows, as "vocabulary|term": counted and listed, never dropped
 */
export function addStated(sheet: ClaimSheet, record: BibRecord, scope: DatabaseScope, notes: readonly string[] = []): string[] {
  const unmapped: string[] = [];
  const indexed: Indexed[] = [];
  const take = (known: KnownTerm, term: string, vocabulary: Vocabulary) =>
    indexed.push({
      quote: vocabulary === 'ris-type' ? `TY ${term} (${known.name})` : term,
      rule: TERM_RULES[vocabulary] ?? 'publication-type',
      vocabulary,
      sets: known.sets,
      beside: known.beside ?? {},
    });
  for (const { vocabulary, term } of typeTermsOf(record)) {
    if (SAYS_NO_TYPE.has(vocabulary)) continue;
    const key = termKey(vocabulary, term);
    const own = scope.terms && Object.hasOwn(scope.terms, key) ? scope.terms[key]! : null;
    const known = knownTerm(vocabulary, term);
    if (own) indexed.push({ quote: term, rule: 'database-term', vocabulary, sets: own, beside: known?.beside ?? {} });
    else if (vocabulary === 'own' && SAYS_REFEREED.test(term)) {
      sheet.add('venue', 1 << VENUE_FACTS.indexOf('refereed'), 'note-refereed', 'venue', 'type', term);
      sheet.add('sourceType', MAY_BE_REFEREED, 'note-refereed', 'venue', 'type', term);
      if (/journal$/i.test(term))
        indexed.push({ quote: term, rule: 'plain-word', vocabulary, sets: { sourceType: SCHOLARLY_JOURNAL }, beside: {} });
    } else if (!known) unmapped.push(`${vocabulary}|${term}`);
    else take(known, term, vocabulary);
  }
  // A short note that is nothing but a type's name says what a type would say.
  for (const note of notes) {
    const known = note.length <= 40 ? knownTerm('own', note) : null;
    if (known) take(known, note, 'own');
  }
  for (const one of indexed) {
    for (const axis of Object.keys(CODED_AXES) as CodedAxis[]) {
      if (!one.sets[axis]) continue;
      const mask = one.vocabulary === 'ris-type' ? givingWay(axis, one, indexed) : withNeighbours(axis, one, indexed);
      const tier = one.vocabulary === 'medline-subset' ? 'venue' : 'asserted';
      sheet.add(axis, mask, one.rule, tier, 'type', one.quote);
    }
  }
  if (scope.allJournalsRefereed) {
    const quote = 'every journal in this database is refereed';
    sheet.add('venue', 1 << VENUE_FACTS.indexOf('refereed-if-a-journal'), 'database-scope', 'venue', 'database', quote);
    if (isInJournal(record))
      sheet.add('sourceType', axisMask('sourceType', SCHOLARLY_JOURNAL), 'database-scope', 'venue', 'database', quote);
  }
  return unmapped;
}

/** RIS types that exports put on whatever has no other: what the database itself prints as the type comes before them. */
const CATCH_ALL = /^TY (?:JOUR|EJOUR|GEN|SER|INPR) /;

/** A file format has one type for an item; where it is the format's catch-all, it gives way to the database's own. */
function givingWay(axis: CodedAxis, one: Indexed, all: readonly Indexed[]): number {
  let mask = axisMask(axis, one.sets[axis]!);
  if (!CATCH_ALL.test(one.quote)) return mask;
  for (const other of all) {
    const own = other.vocabulary === 'own' && other.sets[axis] ? axisMask(axis, other.sets[axis]) : 0;
    if (own !== 0 && (own & mask) === 0) mask = (mask | own) >>> 0;
  }
  return mask;
}

/**
 * A term's own set, widened by those of its `beside` values that another term of the same record brings: terms that
 * rightly stand together then agree, and a term that stands alone still means what it says.
 */
function withNeighbours(axis: CodedAxis, one: Indexed, all: readonly Indexed[]): number {
  let mask = axisMask(axis, one.sets[axis]!);
  const beside = axisMask(axis, one.beside[axis] ?? []);
  for (const other of all) {
    // Only a specific neighbour counts: "Journal Article" allows nearly everything and brings nothing.
    if (other !== one && other.sets[axis] && other.sets[axis].length <= 8) mask |= beside & axisMask(axis, other.sets[axis]);
  }
  return mask >>> 0;
}

/** The record's type and an ISSN or volume place it in a journal. */
export function isInJournal(record: BibRecord): boolean {
  if (record.issns.length === 0 && record.volume === '') return false;
  return record.types.some(({ vocabulary, term }) => JOURNAL_TYPES[vocabulary]?.includes(term.toLowerCase()));
}

/** Types that say "in a periodical". A database's own terms do not say so by themselves. */
const JOURNAL_TYPES: Partial<Record<Vocabulary, readonly string[]>> = {
  'ris-type': ['jour', 'ejour', 'inpr'],
  'mesh-publication-type': ['journal article'],
  'bibtex-type': ['article'],
  'csl-type': ['article-journal'],
  'mods-genre': ['article', 'journal article'],
  'marc-code': ['ldr/06-07 ab'],
  'jats-type': ['research-article', 'review-article', 'case-report', 'brief-report', 'rapid-communication', 'systematic-review'],
};
