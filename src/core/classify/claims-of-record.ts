import type { BibRecord } from '@/core/record';
import { ALL, axisMask, type CodedAxis, INDEXER_STATUSES, type Mask, MEDLINE_STATUSES } from '@/core/vocabularies';
import { type Aside, type Claim, STATED_TIERS } from './claim';
import { findCues, leavesOf, narrowsOf } from './cues';
import { RETRACTED_TITLE } from './cues-self-named';
import { designsOfPublication } from './design-of-publication';
import { type Facets, facetsOfRecord } from './facets';
import { notesOf, typeTermsOf } from './notes';
import { resolveAxis } from './resolve';
import { SHAPE_RULES } from './shape';
import { sourcesOfPublication } from './source-of-publication';
import { type DatabaseScope, statedClaims } from './stated';
import { usualClaim } from './usual';

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
  claims: Claim[];
  asides: Aside[];
  unmapped: string[];
  flags: Flag[];
  facets: Facets;
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

/** Widens inferred publication types to the kind that the record itself states, where both can be true at once. */
function besideStated(claims: readonly Claim[]): Claim[] {
  const publication = claims.filter((c) => c.axis === 'publicationType');
  const stated = publication.filter((c) => STATED_TIERS.includes(c.tier)).reduce((mask, c) => (mask & c.mask) >>> 0, ALL.publicationType);
  const kind = (stated & ALSO_REPORTS) >>> 0;
  return claims.map((c) =>
    c.axis === 'publicationType' && !STATED_TIERS.includes(c.tier) && (c.mask & stated) === 0 && kind !== 0
      ? { ...c, mask: (c.mask | kind) >>> 0 }
      : c,
  );
}

const SHAPES = SHAPE_RULES.map((rule) => ({ rule, narrows: [...narrowsOf(rule.sets), ...leavesOf(rule.excludes ?? {})] }));

export function claimsOfRecord(record: BibRecord, scope: DatabaseScope): RecordClaims {
  const notes = notesOf(record);
  const stated = statedClaims(record, scope, notes);
  const { title, abstract, headings, container } = record;
  const own = typeTermsOf(record)
    .filter((t) => t.vocabulary === 'own')
    .map((t) => t.term);
  const cues = findCues({ title, abstract, headings, container, notes: own.length ? [...notes, ...own] : notes });
  const claims = [...stated.claims, ...cues.claims];
  for (const { rule, narrows } of SHAPES) {
    const quote = rule.test(record);
    if (quote)
      for (const { axis, mask } of narrows)
        claims.push({ axis, mask, rule: rule.id, tier: rule.tier, field: 'shape', quote, start: 0, end: 0 });
  }
  const beside = besideStated(claims);
  addWhatFollows(beside, record);
  return {
    claims: beside,
    asides: cues.asides,
    unmapped: stated.unmapped,
    flags: flagsOf(record),
    facets: facetsOfRecord(record),
  };
}

/**
 * Adds what is usual for a record of its kind, and where an item of its publication type can stand. The order is fixed
 * and goes one way: publication type, then design and source type, each from what the axis before it left.
 */
function addWhatFollows(claims: Claim[], record: BibRecord) {
  const left = (axis: CodedAxis): Mask => {
    const own = claims.filter((c) => c.axis === axis);
    const { mask, status } = resolveAxis(own, ALL[axis]);
    return status === 'conflicting' ? 0 : mask;
  };
  const usual = (axis: CodedAxis, mask: Mask) => {
    const claim = mask === 0 ? null : usualClaim(axis, mask, record);
    if (claim) claims.push(claim);
    return claim ? (mask & claim.mask) >>> 0 : mask;
  };
  const publication = usual('publicationType', left('publicationType'));
  if (publication === 0) return;
  const sources = sourcesOfPublication(publication);
  if (sources !== null)
    claims.push({
      axis: 'sourceType',
      mask: sources,
      rule: 'source-follows-publication-type',
      tier: 'strong',
      field: 'publicationType',
      quote: '',
      start: 0,
      end: 0,
      usual: true,
    });
  const designs = designsOfPublication(publication) ?? ALL.design;
  const design = left('design');
  usual('design', (design & designs) >>> 0 || design);
  const source = left('sourceType');
  usual('sourceType', source);
}

function flagsOf(record: BibRecord): Flag[] {
  const flags: Flag[] = [];
  const terms = (vocabulary: string) => record.types.filter((t) => t.vocabulary === vocabulary).map((t) => t.term.toLowerCase());
  const publicationTypes = terms('mesh-publication-type');
  const own = terms('own');
  const statuses = terms('medline-status');
  const unindexed = statuses.some((s) => INDEXER_STATUSES.includes(s) && MEDLINE_STATUSES[s]?.notIndexedYet);
  if (unindexed && publicationTypes.every((t) => SUPPLIED.has(t))) flags.push('not-indexed-yet');
  if (publicationTypes.includes('retracted publication') || own.some((t) => /^retracted\b/.test(t)) || RETRACTED_TITLE.test(record.title))
    flags.push('retracted');
  if (/^\s*[[(]?\s*withdrawn\b/i.test(record.title) || own.includes('withdrawn')) flags.push('withdrawn');
  if (/\b(?:recruiting|not yet recruiting|enrolling by invitation|ongoing)\b/i.test(record.abstract) && isRegistration(record))
    flags.push('ongoing');
  if (own.some((t) => /\bawaiting (?:classification|assessment)\b/.test(t))) flags.push('awaiting-classification');
  return flags;
}

const isRegistration = (record: BibRecord): boolean =>
  /\bregist(?:er|ry|ration)\b/i.test(`${record.title} ${record.container} ${record.abstract.slice(0, 200)}`);
