import { type BibRecord, readable, readableNotes, type Vocabulary } from '@/core/record';
import type { Place } from '@/core/venues';
import { ALL, axisMask, type CodedAxis, INDEXER_STATUSES, type Mask, MEDLINE_STATUSES } from '@/core/vocabularies';
import { type Aside, type Claim, makeClaim, STATED_TIERS } from './claim';
import { findCues, leavesOf, narrowsOf } from './cues';
import { designsOfPublication } from './design-of-publication';
import { type Facets, facetsOfRecord } from './facets';
import { notesOf, typeTermsOf } from './notes';
import { resolveAxis } from './resolve';
import { SHAPE_RULES } from './shape';
import { sourcesOfPublication } from './source-of-publication';
import { type DatabaseScope, statedClaims } from './stated';
import { UsualText, usualClaim, usualInPopular } from './usual';
import { WholeText } from './whole-text';

/** Titles that mark the item as withdrawn; a flag, not a type. Common practice of publishers. */
const RETRACTED_TITLE = /^\s{0,3}[[(]?\s{0,3}(?:retracted(?: article)?|withdrawn)\b\s{0,3}[\])]?\s{0,3}[:.–—-]/i;

/** All but `not-indexed-yet` can also come from a work's family: a notice that was retrieved, or a field that names one. */
export const FLAGS = [
  'not-indexed-yet',
  'retracted',
  'concern',
  'corrected',
  'updated',
  'withdrawn',
  'ongoing',
  'awaiting-classification',
] as const;
export type Flag = (typeof FLAGS)[number];

/** Everything that one record says, derived once when it is imported. Stored as one document per record. */
export interface RecordClaims {
  dates: BibRecord['dates'];
  /** Where it stands, for the register of venues. */
  place: Place;
  claims: Claim[];
  asides: Aside[];
  unmapped: string[];
  flags: Flag[];
  facets: Facets;
  /** What models of the text make of it, packed; '' where it tells too little, absent where nobody asked. */
  likely?: string;
}

/** Publication types that a publisher can supply before indexing. */
const SUPPLIED = new Set(['journal article', 'preprint']);

/** Kinds of item that can report a study or review just as an article does; a cue for one is no dissent from them. */
const ALSO_REPORTS = axisMask('publicationType', [
  'conference-paper',
  'conference-abstract',
  'thesis',
  'report',
  'letter',
  'comment',
  'book',
  'book-chapter',
  'guideline',
  'protocol',
  'registration',
  'dataset',
  'case-report',
  'correction',
  'retraction-notice',
  'expression-of-concern',
]);

/** Kinds of item that tell of a study of the authors' own. */
const OF_RESEARCH = axisMask('publicationType', [
  'research-article',
  'conference-paper',
  'conference-abstract',
  'thesis',
  'report',
  'dataset',
]);

/** Widens inferred publication types to the kind that the record itself states, where both can be true at once. */
export function besideStated(claims: readonly Claim[]): Claim[] {
  const publication = claims.filter((c) => c.axis === 'publicationType');
  const stated = publication.filter((c) => STATED_TIERS.includes(c.tier)).reduce((mask, c) => (mask & c.mask) >>> 0, ALL.publicationType);
  const kind = (stated & ALSO_REPORTS) >>> 0;
  return claims.map((c) =>
    c.axis === 'publicationType' && !STATED_TIERS.includes(c.tier) && (c.mask & stated) === 0 && kind !== 0
      ? { ...c, mask: (c.mask | kind) >>> 0, own: c.mask }
      : c,
  );
}

const SHAPES = SHAPE_RULES.map((rule) => ({ rule, narrows: [...narrowsOf(rule.sets), ...leavesOf(rule.excludes ?? {})] }));

export function claimsOfRecord(given: BibRecord, scope: DatabaseScope): RecordClaims {
  const notes = readableNotes(notesOf(given));
  const stated = statedClaims(given, scope, notes);
  const record = readable(given);
  const { title, abstract, headings, container } = record;
  const own = typeTermsOf(record)
    .filter((t) => t.vocabulary === 'own')
    .map((t) => t.term);
  const whole = new WholeText(title, abstract);
  const cues = findCues({ title, abstract, headings, container, notes: own.length ? [...notes, ...own] : notes }, whole);
  const claims = [...stated.claims, ...cues.claims];
  for (const { rule, narrows } of SHAPES) {
    const quote = rule.test(record);
    if (quote) for (const { axis, mask } of narrows) claims.push(makeClaim(axis, mask, rule.id, rule.tier, 'shape', quote));
  }
  const beside = besideStated(claims);
  addWhatFollows(beside, new UsualText(record, whole));
  const { dates, issns, isbns, publisher, volume, issue } = record;
  return {
    dates,
    place: { issns, isbns, container, publisher, ...(volume ? { volume } : {}), ...(issue ? { issue } : {}) },
    claims: beside,
    asides: cues.asides,
    unmapped: stated.unmapped,
    flags: flagsOf(record),
    facets: facetsOfRecord(record, whole),
  };
}

/** The rule by which an item of its publication type can stand in some sources only. */
export const SOURCE_FOLLOWS = 'source-follows-publication-type';

/**
 * Adds what is usual for a record of its kind, and where an item of its publication type can stand. The order is fixed
 * and goes one way: publication type, then design and source type, each from what the axis before it left.
 */
export function addWhatFollows(claims: Claim[], text: UsualText) {
  const said = leftOf(claims, 'publicationType');
  const publication = addUsual(claims, text, 'publicationType', said);
  if ((said & (said - 1)) !== 0) claims.push(...usualInPopular(said, text));
  if (publication === 0) return;
  const sources = sourcesOfPublication(publication);
  if (sources !== null) claims.push(makeClaim('sourceType', sources, SOURCE_FOLLOWS, 'strong', 'publicationType', '', 0, 0, true));
  const designs = designsOfPublication(publication) ?? ALL.design;
  const research = isOfResearch(publication);
  const left = leftOf(claims, 'design');
  const design = (left & designs) >>> 0 || left;
  const usual = addUsual(claims, text, 'design', design, research, publication);
  // What is usual among all designs may be a few, of which one is usual.
  if (usual !== design) addUsual(claims, text, 'design', usual, research, publication);
  addUsualSource(claims, text, publication);
}

const isOfResearch = (publication: Mask): boolean => (publication & ~OF_RESEARCH) === 0;

/** The last of what follows: of the source type, from what is left of the publication type. */
export function addUsualSource(claims: Claim[], text: UsualText, publication: Mask) {
  addUsual(claims, text, 'sourceType', leftOf(claims, 'sourceType'), isOfResearch(publication), publication);
}

/** What a record's claims leave of an axis; 0 when they conflict. */
export function leftOf(claims: readonly Claim[], axis: CodedAxis): Mask {
  const own: Claim[] = [];
  for (const c of claims) if (c.axis === axis) own.push(c);
  if (own.length === 0) return ALL[axis];
  const { mask, status } = resolveAxis(own, ALL[axis]);
  return status === 'conflicting' ? 0 : mask;
}

/** Adds what is usual for a set of values, and gives the set that it leaves. */
function addUsual(
  claims: Claim[],
  text: UsualText,
  axis: CodedAxis,
  mask: Mask,
  research = false,
  publications: Mask = ALL.publicationType,
): Mask {
  const claim = mask === 0 ? null : usualClaim(axis, mask, text, research, publications);
  if (!claim) return mask;
  claims.push(claim);
  return (mask & claim.mask) >>> 0;
}

const termsOf = (record: BibRecord, vocabulary: Vocabulary): string[] => {
  const terms: string[] = [];
  for (const t of record.types) if (t.vocabulary === vocabulary) terms.push(t.term.toLowerCase());
  return terms;
};

function flagsOf(record: BibRecord): Flag[] {
  const flags: Flag[] = [];
  const publicationTypes = termsOf(record, 'mesh-publication-type');
  const own = termsOf(record, 'own');
  const statuses = termsOf(record, 'medline-status');
  const unindexed = statuses.some((s) => INDEXER_STATUSES.includes(s) && MEDLINE_STATUSES[s]?.notIndexedYet);
  if (unindexed && publicationTypes.every((t) => SUPPLIED.has(t))) flags.push('not-indexed-yet');
  if (publicationTypes.includes('retracted publication') || own.some((t) => /^retracted\b/.test(t)) || RETRACTED_TITLE.test(record.title))
    flags.push('retracted');
  if (/^\s{0,3}[[(]?\s{0,3}withdrawn\b/i.test(record.title) || own.includes('withdrawn')) flags.push('withdrawn');
  if (isRegistration(record) && /\b(?:recruiting|not yet recruiting|enrolling by invitation|ongoing)\b/i.test(record.abstract))
    flags.push('ongoing');
  if (own.some((t) => /\bawaiting (?:classification|assessment)\b/.test(t))) flags.push('awaiting-classification');
  return flags;
}

const REGISTER = /\bregist(?:er|ry|ration)\b/i;
const isRegistration = (record: BibRecord): boolean =>
  REGISTER.test(record.title) || REGISTER.test(record.container) || REGISTER.test(record.abstract.slice(0, 120));
