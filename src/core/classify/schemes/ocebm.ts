import { COHORTS, type Design, OBSERVATIONAL, RANDOMISED } from '@/core/vocabularies';
import { column, type EvidenceScheme, each, level, NOT_GRADED, type SchemeColumn } from './scheme';

const REVIEW = ['meta-analysis', 'systematic-review', 'umbrella-review'] as const;
const BENCH: Partial<Record<Design, readonly string[]>> = { ...each(['laboratory', 'animal'], ['5']), modelling: ['5', 'not-graded'] };
/** Argument without critical appraisal stood at level 5 in the tables before 2011, and is still placed there by common practice. */
const OPINION = each(['narrative-review', 'expert-opinion'], ['5']);

/** The four columns in which the question is what happens when one does something. */
function effects(label: string, more: { topReview: readonly Design[] }): SchemeColumn {
  return column(
    label,
    {
      ...each(REVIEW, ['1', '2', '3']),
      ...each(RANDOMISED, ['2']),
      'n-of-1': ['1', '2'],
      'pseudo-randomised-trial': ['3'],
      'non-randomised-trial': ['3'],
      'before-after': ['4'],
      'interrupted-time-series': ['3', '4'],
      ...each(COHORTS, ['3', '4']),
      'case-control': ['4'],
      'cross-sectional': ['4'],
      'case-series': ['4'],
      'case-report': ['4', '5'],
      'mixed-methods': ['3', '4', 'not-graded'],
      ...BENCH,
      ...OPINION,
    },
    {
      when: {
        'concurrent-control': each([...COHORTS, 'interrupted-time-series'], ['3']),
        'historical-control': each(COHORTS, ['4']),
      },
      reviews: [
        { of: more.topReview, levels: ['1'] },
        {
          of: [
            ...RANDOMISED,
            'n-of-1',
            'pseudo-randomised-trial',
            'non-randomised-trial',
            ...OBSERVATIONAL,
            'before-after',
            'interrupted-time-series',
          ],
          levels: ['1', '2', '3'],
        },
      ],
    },
  );
}

/**
 * The Oxford 2011 Levels of Evidence: one column a question. Level 1 of a column is a systematic review of the studies
 * that stand at its level 2; a review of weaker studies is better than one of them (the table's note), so it stays
 * open. Designs that the table does not name are placed by common practice.
 * @source OCEBM Levels of Evidence Working Group, "The Oxford 2011 Levels of Evidence" (from memory)
 */
export const OCEBM_2011: EvidenceScheme = {
  id: 'ocebm-2011',
  label: 'OCEBM 2011',
  source: 'OCEBM Levels of Evidence Working Group, The Oxford 2011 Levels of Evidence (from memory)',
  levels: [
    level(
      '1',
      'Level 1',
      'Systematic review of the best studies for the question (of treatment: of randomised trials, or an n-of-1 trial).',
    ),
    level('2', 'Level 2', 'A single study of the best kind for the question (of treatment: a randomised trial), or dramatic effect.'),
    level('3', 'Level 3', 'Non-randomised controlled cohort or follow-up study, or its like for the question.'),
    level('4', 'Level 4', 'Case series, case-control study, or historically controlled study.'),
    level('5', 'Level 5', 'Mechanism-based reasoning.'),
    NOT_GRADED,
  ],
  kinds: {
    'treatment-benefit': effects('Treatment benefit', { topReview: [...RANDOMISED, 'n-of-1'] }),
    'common-harm': effects('Common harm', { topReview: [...RANDOMISED, 'n-of-1'] }),
    'rare-harm': effects('Rare harm', { topReview: [...RANDOMISED, 'n-of-1'] }),
    screening: effects('Screening', { topReview: RANDOMISED }),
    diagnosis: column(
      'Diagnosis',
      {
        ...each(REVIEW, ['1', '2', '3']),
        'diagnostic-accuracy': ['2', '3', '4'],
        'cross-sectional': ['2', '3'],
        'prediction-model': ['2', '3', '4'],
        ...each(COHORTS, ['2', '3']),
        'case-control': ['4'],
        'case-series': ['4'],
        'case-report': ['4', '5'],
        ...each(RANDOMISED, ['2', '3', 'not-graded']),
        ...BENCH,
        ...OPINION,
      },
      {
        when: { 'blinded-reference': { 'diagnostic-accuracy': ['2'], 'cross-sectional': ['2'] } },
        reviews: [{ of: ['diagnostic-accuracy', 'cross-sectional'], levels: ['1'] }],
      },
    ),
    prognosis: column(
      'Prognosis',
      {
        ...each(REVIEW, ['1', '2', '3']),
        ...each(COHORTS, ['2', '3', '4']),
        ...each(RANDOMISED, ['3']),
        ...each(['pseudo-randomised-trial', 'non-randomised-trial'], ['3']),
        'prediction-model': ['2', '3', '4'],
        'case-control': ['4'],
        'case-series': ['4'],
        'case-report': ['4', 'not-graded'],
        'cross-sectional': ['4', 'not-graded'],
        ...each(['laboratory', 'animal', 'modelling', 'narrative-review', 'expert-opinion'], ['5', 'not-graded']),
      },
      {
        when: { 'inception-cohort': each(COHORTS, ['2']) },
        reviews: [{ of: COHORTS, levels: ['1', '2', '3'] }],
      },
    ),
    prevalence: column(
      'Prevalence',
      {
        ...each(REVIEW, ['2', '3']),
        'cross-sectional': ['1', '3'],
        ...each(COHORTS, ['1', '3']),
        'case-series': ['4'],
        'case-report': ['4', 'not-graded'],
        'case-control': ['3', '4'],
        ...each(RANDOMISED, ['3', 'not-graded']),
        ...each(['laboratory', 'animal', 'modelling', 'narrative-review', 'expert-opinion'], ['5', 'not-graded']),
      },
      {
        when: { 'random-sample': each(['cross-sectional', ...COHORTS], ['1']) },
        reviews: [{ of: ['cross-sectional', ...COHORTS], levels: ['2'] }],
      },
    ),
  },
};
