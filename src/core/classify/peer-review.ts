import type { PressKind } from '@/core/venues';
import {
  axisMask,
  type Mask,
  type PeerReview,
  PUBLICATION_TYPES,
  type PublicationType,
  SOURCE_TYPES,
  type SourceType,
} from '@/core/vocabularies';

/** What kind of content a publication type is, for peer review. One row per type; the compiler checks that none is missing. */
export const CONTENT_KIND: Record<PublicationType, 'research' | 'editorial' | 'abstract' | 'other'> = {
  'research-article': 'research',
  'systematic-review': 'research',
  'review-article': 'research',
  protocol: 'research',
  guideline: 'research',
  'case-report': 'research',
  'conference-paper': 'research',
  dataset: 'research',
  'evidence-summary': 'research',
  editorial: 'editorial',
  letter: 'editorial',
  comment: 'editorial',
  news: 'editorial',
  feature: 'editorial',
  interview: 'editorial',
  biography: 'editorial',
  'book-review': 'editorial',
  correction: 'editorial',
  'retraction-notice': 'editorial',
  'expression-of-concern': 'editorial',
  'conference-abstract': 'abstract',
  book: 'other',
  'book-chapter': 'other',
  'encyclopedia-entry': 'other',
  thesis: 'other',
  report: 'other',
  registration: 'other',
  patent: 'other',
  standard: 'other',
  recording: 'other',
  other: 'other',
};

/** Sources where nothing is refereed. Trade journals are among them by common practice. */
const NEVER: ReadonlySet<SourceType> = new Set<SourceType>([
  'trade-journal',
  'magazine',
  'newspaper',
  'newswire',
  'report',
  'study-register',
  'dataset',
  'patent',
  'standard',
  'web',
  'audiovisual',
]);

/** What is known of the venue: nothing, that it is refereed or not, or that it is if it is a journal (a database's scope). */
export const VENUE_STATES = ['unknown', 'refereed', 'not-refereed', 'refereed-if-a-journal'] as const;
export type VenueState = (typeof VENUE_STATES)[number];
export const PRESS_STATES = ['unknown', 'scholarly', 'trade', 'self-publishing'] as const satisfies readonly ('unknown' | PressKind)[];
export type PressState = (typeof PRESS_STATES)[number];

/** One cell of the table: what one pair of source type and publication type makes of what is known of the venue. */
export function reviewOf(publication: PublicationType, source: SourceType, venue: VenueState, press: PressState): readonly PeerReview[] {
  const kind = CONTENT_KIND[publication];
  if (NEVER.has(source)) return ['not-refereed'];
  if (source === 'preprint-server') return kind === 'editorial' ? ['not-refereed'] : ['preprint'];
  if (source === 'thesis') return ['examined'];
  if (source === 'book' || source === 'reference-work') {
    if (press === 'scholarly') return ['examined'];
    return press === 'unknown' ? ['examined', 'not-refereed'] : ['not-refereed'];
  }
  if (source === 'scholarly-journal' || source === 'proceedings') {
    const refereed = venue === 'refereed' || (venue === 'refereed-if-a-journal' && source === 'scholarly-journal');
    if (venue === 'not-refereed') return ['not-refereed'];
    if (refereed) {
      if (kind === 'research') return ['refereed'];
      return kind === 'editorial' ? ['venue-only'] : ['refereed', 'venue-only'];
    }
    if (kind === 'research') return ['refereed', 'not-refereed'];
    return kind === 'editorial' ? ['venue-only', 'not-refereed'] : ['refereed', 'venue-only', 'not-refereed'];
  }
  return ['refereed', 'venue-only', 'examined', 'not-refereed'];
}

const PUBLICATION_CODES = PUBLICATION_TYPES.map((v) => v.code);
const SOURCE_CODES = SOURCE_TYPES.map((v) => v.code);
/** Peer-review masks by what is known of venue and press, source type and publication type, worked out once. */
export const PEER_REVIEW_TABLE: readonly (readonly (readonly (readonly Mask[])[])[])[] = VENUE_STATES.map((venue) =>
  PRESS_STATES.map((press) =>
    SOURCE_CODES.map((source) =>
      PUBLICATION_CODES.map((publication) => axisMask('peerReview', reviewOf(publication, source, venue, press))),
    ),
  ),
);

/** Works fall into few combinations, so each is worked out once: by publication types, then by all the rest in one small number. */
const WORKED_OUT = new Map<Mask, Map<number, Mask>>();

/** The peer-review values that any possible pair of source type and publication type allows. */
export function peerReviewOf(sources: Mask, publications: Mask, venue: VenueState, press: PressState = 'unknown'): Mask {
  const [v, p] = [VENUE_STATES.indexOf(venue), PRESS_STATES.indexOf(press)];
  let known = WORKED_OUT.get(publications);
  if (!known) {
    known = new Map();
    WORKED_OUT.set(publications, known);
  }
  // 18, 2 and 2 bits.
  const key = (sources * 4 + v) * 4 + p;
  let mask = known.get(key);
  if (mask === undefined) {
    mask = workOut(PEER_REVIEW_TABLE[v]![p]!, sources, publications);
    known.set(key, mask);
  }
  return mask;
}

function workOut(table: readonly (readonly Mask[])[], sources: Mask, publications: Mask): Mask {
  let mask = 0;
  for (let s = 0; s < SOURCE_CODES.length; s++) {
    if (!((sources >>> s) & 1)) continue;
    for (let p = 0; p < PUBLICATION_CODES.length; p++) if ((publications >>> p) & 1) mask |= table[s]![p]!;
  }
  return mask >>> 0;
}
