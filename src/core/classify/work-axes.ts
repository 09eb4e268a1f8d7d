import type { ClaimAxis } from './claim';

/** The five axes people see, and the design that the level follows from. */
export const WORK_AXES = ['sourceType', 'publicationType', 'peerReview', 'design', 'level'] as const;
export type WorkAxis = (typeof WORK_AXES)[number];
export const AXIS_LABELS: Record<WorkAxis | 'date', string> = {
  sourceType: 'Source type',
  publicationType: 'Publication type',
  peerReview: 'Peer review',
  design: 'Design',
  level: 'Evidence level',
  date: 'Date',
};

/** The axis that a claim speaks for: facts about a design belong to it, and what is said of a venue to peer review. */
export const axisOfClaim = (axis: ClaimAxis): WorkAxis =>
  axis === 'attribute' || axis === 'includes' ? 'design' : axis === 'venue' || axis === 'press' ? 'peerReview' : axis;
