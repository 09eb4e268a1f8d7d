import { COHORTS, RANDOMISED } from '@/core/vocabularies';
import { column, type EvidenceScheme, each, level, NOT_GRADED, type SchemeColumn } from './scheme';

const REVIEW = ['meta-analysis', 'systematic-review', 'umbrella-review'] as const;
/** Level I is a review of level II studies; a review of others is assigned the level of what it includes. */
const ANY_REVIEW = each(REVIEW, ['I', 'II', 'III-1', 'III-2', 'III-3', 'IV']);

/** Intervention and screening share their rows. */
const intervention = (label: string): SchemeColumn =>
  column(
    label,
    {
      ...ANY_REVIEW,
      ...each([...RANDOMISED, 'n-of-1'], ['II']),
      'pseudo-randomised-trial': ['III-1'],
      'non-randomised-trial': ['III-2', 'III-3'],
      ...each(COHORTS, ['III-2', 'III-3']),
      'case-control': ['III-2'],
      'interrupted-time-series': ['III-2', 'III-3'],
      'before-after': ['IV'],
      'case-series': ['IV'],
      'case-report': ['IV', 'not-graded'],
      'cross-sectional': ['IV', 'not-graded'],
      'mixed-methods': ['II', 'III-1', 'III-2', 'III-3', 'IV', 'not-graded'],
    },
    {
      when: {
        'concurrent-control': each([...COHORTS, 'non-randomised-trial', 'interrupted-time-series'], ['III-2']),
        'historical-control': each([...COHORTS, 'non-randomised-trial', 'interrupted-time-series'], ['III-3']),
      },
      reviews: [
        { of: [...RANDOMISED, 'n-of-1'], levels: ['I'] },
        { of: ['pseudo-randomised-trial'], levels: ['III-1'] },
        { of: [...COHORTS, 'case-control', 'non-randomised-trial', 'interrupted-time-series'], levels: ['III-2', 'III-3'] },
        { of: ['case-series', 'before-after', 'case-report', 'cross-sectional'], levels: ['IV'] },
      ],
    },
  );

/**
 * NHMRC evidence hierarchy: levels I to IV by research question.
 * @source National Health and Medical Research Council, "NHMRC levels of evidence and grades for recommendations for
 * developers of guidelines", December 2009, table 3 (from memory)
 */
export const NHMRC_2009: EvidenceScheme = {
  id: 'nhmrc-2009',
  label: 'NHMRC 2009',
  source: 'National Health and Medical Research Council, levels of evidence and grades for recommendations, 2009, table 3 (from memory)',
  levels: [
    level('I', 'Level I', 'A systematic review of level II studies.'),
    level('II', 'Level II', 'Intervention: a randomised controlled trial. Elsewhere the best single study for the question.'),
    level('III-1', 'Level III-1', 'Intervention: a pseudo-randomised controlled trial.'),
    level('III-2', 'Level III-2', 'Intervention: a comparative study with concurrent controls.'),
    level('III-3', 'Level III-3', 'Intervention: a comparative study without concurrent controls.'),
    level('IV', 'Level IV', 'Intervention: case series with post-test or pre-test/post-test outcomes.'),
    NOT_GRADED,
  ],
  kinds: {
    'treatment-benefit': intervention('Intervention'),
    screening: intervention('Screening intervention'),
    diagnosis: column(
      'Diagnostic accuracy',
      {
        ...ANY_REVIEW,
        'diagnostic-accuracy': ['II', 'III-1', 'III-2', 'III-3'],
        'cross-sectional': ['II', 'III-1', 'III-2', 'IV'],
        ...each(COHORTS, ['II', 'III-1', 'III-2']),
        'prediction-model': ['II', 'III-1', 'III-2', 'III-3'],
        'case-control': ['III-3'],
        'case-series': ['IV'],
        'case-report': ['IV', 'not-graded'],
      },
      {
        when: { 'blinded-reference': { 'diagnostic-accuracy': ['II'], 'cross-sectional': ['II'] } },
        reviews: [{ of: ['diagnostic-accuracy', 'cross-sectional'], levels: ['I', 'III-1', 'III-2'] }],
      },
    ),
    prognosis: column(
      'Prognosis',
      {
        ...ANY_REVIEW,
        'cohort-prospective': ['II', 'IV'],
        'cohort-retrospective': ['III-3', 'IV'],
        ...each([...RANDOMISED, 'pseudo-randomised-trial'], ['III-2']),
        'prediction-model': ['II', 'III-2', 'III-3', 'IV'],
        'case-series': ['IV'],
        'case-report': ['IV', 'not-graded'],
        'case-control': ['III-3', 'IV', 'not-graded'],
        'cross-sectional': ['IV', 'not-graded'],
      },
      { when: { 'inception-cohort': { 'cohort-prospective': ['II'] } }, reviews: [{ of: ['cohort-prospective'], levels: ['I'] }] },
    ),
    aetiology: column(
      'Aetiology',
      {
        ...ANY_REVIEW,
        'cohort-prospective': ['II'],
        'cohort-retrospective': ['III-2'],
        'case-control': ['III-3'],
        'cross-sectional': ['IV'],
        'case-series': ['IV'],
        'case-report': ['IV', 'not-graded'],
        ...each(RANDOMISED, ['II']),
      },
      {
        reviews: [
          { of: ['cohort-prospective'], levels: ['I'] },
          { of: ['cohort-prospective', 'cohort-retrospective'], levels: ['I', 'III-2'] },
        ],
      },
    ),
  },
};
