import type { BibRecord } from '@/core/record';
import { ALL, axisMask } from '@/core/vocabularies';
import { type Aside, type Claim, STATED_TIERS } from './claim';
import { findCues } from './cues';
import { RETRACTED_TITLE } from './cues-self-named';
import { type DatabaseScope, isRefereedVenue, statedClaims } from './stated';

/** The last four can also come from a work's family: a notice that was retrieved, or a field that names one. */
export const FLAGS = ['not-indexed-yet', 'retracted', 'concern', 'corrected', 'updated'] as const;
export type Flag = (typeof FLAGS)[number];

/** Everything that one record says, derived once when it is imported. Stored as one document per record. */
export interface RecordClaims {
  claims: Claim[];
  asides: Aside[];
  unmapped: string[];
  flags: Flag[];
  /** The database says that every journal in it is refereed, and the record is in a journal. */
  refereedVenue: boolean;
}

/** MEDLINE statuses of citations that nobody has indexed. @source NLM field descriptions, STAT */
const UNINDEXED = new Set(['publisher', 'in-data-review', 'in-process']);
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
  'book-chapter',
  'guideline',
  'protocol',
  'registration',
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

export function claimsOfRecord(record: BibRecord, scope: DatabaseScope): RecordClaims {
  const stated = statedClaims(record, scope);
  const cues = findCues(record.title, record.abstract, record.headings);
  const flags: Flag[] = [];
  const publicationTypes = record.types.filter((t) => t.vocabulary === 'mesh-publication-type').map((t) => t.term.toLowerCase());
  if (publicationTypes.includes('retracted publication') || RETRACTED_TITLE.test(record.title)) flags.push('retracted');
  const status = record.types.filter((t) => t.vocabulary === 'medline-status').map((t) => t.term.toLowerCase());
  if (status.some((s) => UNINDEXED.has(s)) && publicationTypes.every((t) => SUPPLIED.has(t))) flags.push('not-indexed-yet');
  return {
    claims: besideStated([...stated.claims, ...cues.claims]),
    asides: cues.asides,
    unmapped: stated.unmapped,
    flags,
    refereedVenue: isRefereedVenue(record, scope),
  };
}
