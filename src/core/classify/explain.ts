import { ALL, bitCount, CODED_AXES, type CodedAxis, codesOf, type Mask } from '@/core/vocabularies';
import { ATTRIBUTE_WORDS, ATTRIBUTES, type SourcedClaim } from './claim';
import type { Classification } from './classify-work';
import { peerReviewOf } from './peer-review';
import { resolveAxis, type Status } from './resolve';
import type { LevelTable } from './schemes';

/** A claim without which an axis would come out otherwise. */
export interface Hinge {
  claim: SourcedClaim;
  mask: Mask;
  status: Status;
}

/** The claims on which an axis hangs: for each, what would be left without it. Claims that others back up are not among them. */
export function hingesOf({ claims, axes }: Classification, axis: CodedAxis): Hinge[] {
  const own = claims.filter((c) => c.axis === axis);
  const said = own.filter((c) => !c.usual);
  const left = (some: readonly SourcedClaim[]) => resolveAxis(some, ALL[axis]);
  // What is usual rests on the other claims, so that it goes with any of them.
  const [now, plain] = [axes[axis], left(said)];
  return own.flatMap((gone) => {
    const { mask, status } = left((gone.usual ? own : said).filter((c) => c !== gone));
    const before = gone.usual ? now : plain;
    return mask !== before.mask || status !== before.status ? [{ claim: gone, mask, status }] : [];
  });
}

/** The claims about the venue and the press without which peer review would come out wider. */
export function venueBasis({ claims, axes, venue, press }: Classification): SourcedClaim[] {
  const [s, p, now] = [axes.sourceType.mask, axes.publicationType.mask, axes.peerReview.mask];
  const counts = {
    venue: venue !== 'unknown' && (peerReviewOf(s, p, 'unknown', press) & ~now) !== 0,
    press: press !== 'unknown' && (peerReviewOf(s, p, venue, 'unknown') & ~now) !== 0,
  };
  return claims.filter((c) => (c.axis === 'venue' || c.axis === 'press') && counts[c.axis]);
}

/** Something that, were it known, would leave fewer values. */
export interface WouldNarrow {
  /** What would have to be known, in words. */
  known: string;
  /** What would be left. */
  codes: string[];
}

/** What would narrow peer review: a statement about the venue or the press. */
export function narrowsPeerReview({ axes, venue, press }: Classification): WouldNarrow[] {
  const [s, p, now] = [axes.sourceType.mask, axes.publicationType.mask, axes.peerReview.mask];
  if (bitCount(now) === 1) return [];
  const found: WouldNarrow[] = [];
  const offer = (known: string, mask: Mask) => {
    const left = (mask & now) >>> 0;
    if (left !== 0 && left !== now) found.push({ known, codes: codesOf(CODED_AXES.peerReview.values, left) });
  };
  if (venue === 'unknown') {
    offer('that the venue is refereed (an entry in the register)', peerReviewOf(s, p, 'refereed', press));
    offer('that the venue is not refereed (an entry in the register)', peerReviewOf(s, p, 'not-refereed', press));
  }
  if (press === 'unknown') {
    offer('that the press is scholarly (an entry in the register)', peerReviewOf(s, p, venue, 'scholarly'));
    offer('that the press is a trade or self-publishing one (an entry in the register)', peerReviewOf(s, p, venue, 'trade'));
  }
  return found;
}

/** What would narrow the level: a fact about the design, or the design itself. */
export function narrowsLevel({ axes, attributes, includes }: Classification, levels: LevelTable): WouldNarrow[] {
  const now = axes.level.mask;
  if (bitCount(now) === 1 || axes.level.tier === 'ruled') return [];
  const found: WouldNarrow[] = [];
  const designs = axes.design.mask;
  ATTRIBUTES.forEach((attribute, a) => {
    if ((attributes >>> a) & 1) return;
    const left = (levels.levelsOf(designs, attributes | (1 << a), includes, axes.publicationType.mask) & now) >>> 0;
    if (left !== 0 && left !== now)
      found.push({ known: `that it is ${ATTRIBUTE_WORDS[attribute]}`, codes: codesOf(levels.scheme.levels, left) });
  });
  if (bitCount(designs) > 1 && bitCount(designs) <= 6)
    CODED_AXES.design.values.forEach((v, bit) => {
      if (!((designs >>> bit) & 1)) return;
      const left = (levels.levelsOf((1 << bit) >>> 0, attributes, includes, axes.publicationType.mask) & now) >>> 0;
      if (left !== 0 && left !== now)
        found.push({ known: `that its design is ${v.label.toLowerCase()}`, codes: codesOf(levels.scheme.levels, left) });
    });
  return found;
}
