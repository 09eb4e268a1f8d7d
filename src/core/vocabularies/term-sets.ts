import type { Design, PeerReview, PublicationType, SourceType } from './axes';

/** The values that a stated term still allows, per axis. An axis that is absent is not narrowed. */
export interface TermSets {
  readonly sourceType?: readonly SourceType[];
  readonly publicationType?: readonly PublicationType[];
  readonly peerReview?: readonly PeerReview[];
  readonly design?: readonly Design[];
}

/** Items that report or summarise research and stand as articles in a periodical. */
export const ARTICLES = ['research-article', 'systematic-review', 'review-article', 'protocol', 'guideline', 'case-report'] as const;
/** Matter by or for the editors and readers. */
export const EDITORIAL_MATTER = ['editorial', 'letter', 'comment', 'news', 'feature', 'interview', 'biography', 'book-review'] as const;
export const NOTICES = ['correction', 'retraction-notice', 'expression-of-concern'] as const;
/** Anything that can stand in a periodical under a heading of its own. */
export const PERIODICAL_ITEMS = [
  ...ARTICLES,
  ...EDITORIAL_MATTER,
  ...NOTICES,
  'conference-paper',
  'conference-abstract',
  'dataset',
  'evidence-summary',
  'other',
] as const satisfies readonly PublicationType[];

/** An n-of-1 trial names itself as one, so a plain "randomised" does not mean it. */
export const RANDOMISED = [
  'randomised-trial',
  'cluster-randomised-trial',
  'crossover-randomised-trial',
] as const satisfies readonly Design[];
export const TRIALS = [...RANDOMISED, 'pseudo-randomised-trial', 'non-randomised-trial'] as const satisfies readonly Design[];
export const COHORTS = ['cohort-prospective', 'cohort-retrospective'] as const satisfies readonly Design[];
export const OBSERVATIONAL = [...COHORTS, 'case-control', 'cross-sectional', 'case-series'] as const satisfies readonly Design[];
export const REVIEW_DESIGNS = [
  'meta-analysis',
  'systematic-review',
  'umbrella-review',
  'scoping-review',
] as const satisfies readonly Design[];
