import { type BibRecord, readable, readableNotes, type Vocabulary } from '@/core/record';
import type { Place } from '@/core/venues';
import { ALL, axisMask, type CodedAxis, INDEXER_STATUSES, type Mask, MEDLINE_STATUSES } from '@/core/vocabularies';
import type { Aside, Claim } from './claim';
import { ClaimSheet } from './claim-sheet';
import { addCues, leavesOf, narrowsOf } from './cues';
import { designsOfPublication } from './design-of-publication';
import { type Facets, facetsOfRecord } from './facets';
import { notesOf, typeTermsOf } from './notes';
import { SHAPE_RULES } from './shape';
import { sourcesOfPublication } from './source-of-publication';
import { addStated, type DatabaseScope } from './stated';
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
export function widenBesideStated(sheet: ClaimSheet) {
  let stated = ALL.publicationType;
  for (let i = 0; i < sheet.length; i++)
    if (sheet.isOn(i, 'publicationType') && sheet.isStated(i)) stated = (stated & sheet.masks[i]!) >>> 0;
  const kind = (stated & ALSO_REPORTS) >>> 0;
  if (kind === 0) return;
  for (let i = 0; i < sheet.length; i++)
    if (sheet.isOn(i, 'publicationType') && !sheet.isStated(i) && (sheet.masks[i]! & stated) === 0) sheet.widen(i, kind);
}

const SHAPES = SHAPE_RULES.map((rule) => ({ rule, narrows: [...narrowsOf(rule.sets), ...leavesOf(rule.excludes ?? {})] }));

/** Everything that one record says but for its claims, which are on a sheet. */
export type SaidBeside = Omit<RecordClaims, 'claims' | 'likely'>;

const inHand = new ClaimSheet();

/** Everything that one record says. */
export const claimsOfRecord = (given: BibRecord, scope: DatabaseScope): RecordClaims =>
  withClaims(readClaims(inHand, given, scope), inHand);

/** What a record says together with its claims. */
export const withClaims = ({ dates, place, ...said }: SaidBeside, sheet: ClaimSheet): RecordClaims => ({
  ...{ dates, place, claims: sheet.claims() },
  ...said,
});

/** Everything that one record says, with its claims on a sheet, which is cleared before. */
export function readClaims(sheet: ClaimSheet, given: BibRecord, scope: DatabaseScope): SaidBeside {
  sheet.clear();
  const notes = readableNotes(notesOf(given));
  const unmapped = addStated(sheet, given, scope, notes);
  const record = readable(given);
  const { title, abstract, headings, container } = record;
  const own = typeTermsOf(record)
    .filter((t) => t.vocabulary === 'own')
    .map((t) => t.term);
  const whole = new WholeText(title, abstract);
  const asides = addCues(sheet, { title, abstract, headings, container, notes: own.length ? [...notes, ...own] : notes }, whole);
  for (const { rule, narrows } of SHAPES) {
    const quote = rule.test(record);
    if (quote) for (const { axis, mask } of narrows) sheet.add(axis, mask, rule.id, rule.tier, 'shape', quote);
  }
  widenBesideStated(sheet);
  addWhatFollows(sheet, new UsualText(record, whole));
  const { dates, issns, isbns, publisher, volume, issue } = record;
  return {
    dates,
    place: { issns, isbns, container, publisher, ...(volume ? { volume } : {}), ...(issue ? { issue } : {}) },
    asides,
    unmapped,
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
export function addWhatFollows(sheet: ClaimSheet, text: UsualText) {
  const said = sheet.left('publicationType');
  const publication = addUsual(sheet, text, 'publicationType', said);
  if ((said & (said - 1)) !== 0) for (const claim of usualInPopular(said, text)) sheet.take(claim);
  if (publication === 0) return;
  const sources = sourcesOfPublication(publication);
  if (sources !== null) sheet.add('sourceType', sources, SOURCE_FOLLOWS, 'strong', 'publicationType', '', 0, 0, true);
  const designs = designsOfPublication(publication) ?? ALL.design;
  const research = isOfResearch(publication);
  const left = sheet.left('design');
  const design = (left & designs) >>> 0 || left;
  const usual = addUsual(sheet, text, 'design', design, research, publication);
  // What is usual among all designs may be a few, of which one is usual.
  if (usual !== design) addUsual(sheet, text, 'design', usual, research, publication);
  addUsualSource(sheet, text, publication);
}

const isOfResearch = (publication: Mask): boolean => (publication & ~OF_RESEARCH) === 0;

/** The last of what follows: of the source type, from what is left of the publication type. */
export function addUsualSource(sheet: ClaimSheet, text: UsualText, publication: Mask) {
  addUsual(sheet, text, 'sourceType', sheet.left('sourceType'), isOfResearch(publication), publication);
}

/** Adds what is usual for a set of values, and gives the set that it leaves. */
function addUsual(
  sheet: ClaimSheet,
  text: UsualText,
  axis: CodedAxis,
  mask: Mask,
  research = false,
  publications: Mask = ALL.publicationType,
): Mask {
  const claim = mask === 0 ? null : usualClaim(axis, mask, text, research, publications);
  if (!claim) return mask;
  sheet.take(claim);
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
