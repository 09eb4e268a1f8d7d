import { axisMask, type Mask, PUBLICATION_TYPES, type PublicationType } from '@/core/vocabularies';

/** Designs that an item of a publication type can report; null when any. */
export const DESIGNS_OF: Partial<Record<PublicationType, readonly string[]>> = {
  protocol: ['not-a-study'],
  registration: ['not-a-study'],
  correction: ['not-a-study'],
  'retraction-notice': ['not-a-study'],
  'expression-of-concern': ['not-a-study'],
  news: ['not-a-study'],
  feature: ['not-a-study'],
  interview: ['not-a-study'],
  biography: ['not-a-study'],
  'book-review': ['not-a-study'],
  patent: ['not-a-study'],
  standard: ['not-a-study'],
  recording: ['not-a-study'],
  'encyclopedia-entry': ['narrative-review', 'expert-opinion', 'not-a-study'],
  editorial: ['expert-opinion', 'not-a-study'],
  comment: ['expert-opinion', 'not-a-study'],
  guideline: ['guideline'],
  'systematic-review': ['meta-analysis', 'systematic-review', 'umbrella-review', 'scoping-review'],
  'review-article': ['narrative-review', 'scoping-review', 'umbrella-review'],
  'case-report': ['case-report', 'case-series'],
};
/** Stands for "any design": no real mask is 0. */
const ALL_DESIGNS = 0;
/** By publication type, the designs it can report. */
export const DESIGN_MASKS: readonly Mask[] = PUBLICATION_TYPES.map(({ code }) =>
  DESIGNS_OF[code] ? axisMask('design', DESIGNS_OF[code]) : ALL_DESIGNS,
);

const WORKED_OUT = new Map<Mask, Mask | null>();

/** The designs that the possible publication types allow together; null when they do not narrow it. */
export function designsOfPublication(publications: Mask): Mask | null {
  const known = WORKED_OUT.get(publications);
  if (known !== undefined) return known;
  let mask: Mask | null = 0;
  for (let bit = 0; bit < DESIGN_MASKS.length && mask !== null; bit++) {
    if (!((publications >>> bit) & 1)) continue;
    mask = DESIGN_MASKS[bit] === ALL_DESIGNS ? null : (mask | DESIGN_MASKS[bit]!) >>> 0;
  }
  WORKED_OUT.set(publications, mask);
  return mask;
}
