import { axisMask, type Mask, PUBLICATION_TYPES, type PublicationType, type SourceType } from '@/core/vocabularies';

/** Where scholarly work can stand. Trade journals, magazines and newspapers write about research; they do not publish it. */
const SCHOLARLY = ['scholarly-journal', 'proceedings', 'preprint-server', 'book', 'thesis', 'report', 'dataset', 'web', 'other'] as const;
const NOTICE = [
  'scholarly-journal',
  'proceedings',
  'preprint-server',
  'trade-journal',
  'magazine',
  'newspaper',
  'web',
  'book',
  'report',
] as const;

/** Where an item of a publication type can stand, by common practice; a type that is absent can stand anywhere. */
export const SOURCES_OF: Partial<Record<PublicationType, readonly SourceType[]>> = {
  'research-article': SCHOLARLY,
  'systematic-review': SCHOLARLY,
  protocol: [...SCHOLARLY, 'study-register'],
  'case-report': SCHOLARLY,
  'conference-paper': SCHOLARLY,
  'conference-abstract': [...SCHOLARLY, 'audiovisual'],
  'evidence-summary': [...SCHOLARLY, 'trade-journal'],
  correction: NOTICE,
  'retraction-notice': NOTICE,
  'expression-of-concern': NOTICE,
  book: ['book', 'reference-work', 'report', 'proceedings', 'web', 'thesis'],
  'book-chapter': ['book', 'reference-work', 'report', 'web'],
  'encyclopedia-entry': ['reference-work', 'web'],
  thesis: ['thesis'],
  registration: ['study-register', 'web'],
  dataset: ['dataset', 'scholarly-journal', 'web', 'preprint-server', 'report', 'other', 'proceedings'],
  patent: ['patent', 'web'],
  standard: ['standard', 'web', 'book'],
  recording: ['audiovisual', 'web'],
};
const ANYWHERE = 0;
export const SOURCE_MASKS: readonly Mask[] = PUBLICATION_TYPES.map(({ code }) =>
  SOURCES_OF[code] ? axisMask('sourceType', SOURCES_OF[code]) : ANYWHERE,
);

const WORKED_OUT = new Map<Mask, Mask | null>();

/** The source types that the possible publication types allow together; null when they do not narrow it. */
export function sourcesOfPublication(publications: Mask): Mask | null {
  const known = WORKED_OUT.get(publications);
  if (known !== undefined) return known;
  let mask: Mask | null = 0;
  for (let bit = 0; bit < SOURCE_MASKS.length && mask !== null; bit++) {
    if (!((publications >>> bit) & 1)) continue;
    mask = SOURCE_MASKS[bit] === ANYWHERE ? null : (mask | SOURCE_MASKS[bit]!) >>> 0;
  }
  WORKED_OUT.set(publications, mask);
  return mask;
}
