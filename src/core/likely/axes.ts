import type { CodedAxis } from '@/core/vocabularies';

/** Axes that a model narrows. Peer review and level follow from these. */
export const LIKELY_AXES = ['sourceType', 'publicationType', 'design'] as const satisfies readonly CodedAxis[];
export type LikelyAxis = (typeof LIKELY_AXES)[number];
