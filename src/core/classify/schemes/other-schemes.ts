import { COHORTS, DESIGNS, OBSERVATIONAL, RANDOMISED } from '@/core/vocabularies';
import { column, type EvidenceScheme, each, level, NOT_GRADED } from './scheme';

/**
 * The hierarchy of seven levels that nursing uses for questions of intervention.
 * @source Melnyk and Fineout-Overholt, "Evidence-Based Practice in Nursing and Healthcare", box "Rating system for the
 * hierarchy of evidence for intervention/treatment questions" (from memory)
 */
export const SEVEN_LEVELS: EvidenceScheme = {
  id: 'seven-levels',
  label: 'Seven levels (nursing)',
  source:
    'Melnyk and Fineout-Overholt, Evidence-Based Practice in Nursing and Healthcare, rating system for intervention questions (from memory)',
  levels: [
    level('1', 'Level I', 'Systematic review or meta-analysis of all relevant randomised trials, or guideline based on such reviews.'),
    level('2', 'Level II', 'Well-designed randomised controlled trial.'),
    level('3', 'Level III', 'Well-designed controlled trial without randomisation.'),
    level('4', 'Level IV', 'Well-designed case-control or cohort study.'),
    level('5', 'Level V', 'Systematic review of descriptive and qualitative studies.'),
    level('6', 'Level VI', 'Single descriptive or qualitative study.'),
    level('7', 'Level VII', 'Opinion of authorities, or report of an expert committee.'),
    NOT_GRADED,
  ],
  kinds: {
    'treatment-benefit': column(
      'Intervention',
      {
        ...each(['meta-analysis', 'systematic-review', 'umbrella-review'], ['1', '5']),
        'scoping-review': ['5', 'not-graded'],
        ...each([...RANDOMISED, 'n-of-1'], ['2']),
        ...each(['pseudo-randomised-trial', 'non-randomised-trial'], ['3']),
        'interrupted-time-series': ['3', '4'],
        'before-after': ['3', '6'],
        ...each(COHORTS, ['4']),
        'case-control': ['4'],
        ...each(['cross-sectional', 'case-series', 'case-report', 'qualitative'], ['6']),
        'mixed-methods': ['2', '3', '4', '6'],
        'narrative-review': ['7'],
        'expert-opinion': ['7'],
        guideline: ['1', '7', 'not-graded'],
      },
      {
        reviews: [
          { of: [...RANDOMISED, 'n-of-1'], levels: ['1'] },
          { of: ['qualitative', 'cross-sectional', 'case-series', 'case-report'], levels: ['5'] },
        ],
      },
    ),
  },
};

const DATA_OF_ITS_OWN = [
  ...RANDOMISED,
  'n-of-1',
  'pseudo-randomised-trial',
  'non-randomised-trial',
  'before-after',
  'interrupted-time-series',
  ...OBSERVATIONAL,
  'diagnostic-accuracy',
  'prediction-model',
  'case-report',
  'qualitative',
  'mixed-methods',
  'economic-evaluation',
  'modelling',
  'laboratory',
  'animal',
] as const;

/**
 * For fields without a hierarchy: what reports something for the first time, what works on the work of others, and what
 * only points to it. Articles and books of scholarship may be either of the first two until more is known.
 * @source common practice of library instruction
 */
export const PRIMARY_SECONDARY: EvidenceScheme = {
  id: 'primary-secondary',
  label: 'Primary, secondary, tertiary',
  source: 'common practice of library instruction',
  levels: [
    level('primary', 'Primary', 'Reports new data, or is itself a document of what is studied.'),
    level('secondary', 'Secondary', 'Interprets, reviews or judges the work of others.'),
    level('tertiary', 'Tertiary', 'Collects and condenses what is known, to look it up.'),
    NOT_GRADED,
  ],
  kinds: {
    any: column(
      'Any question',
      {
        ...Object.fromEntries(DESIGNS.map((d) => [d.code, ['primary', 'secondary', 'tertiary', 'not-graded']])),
        ...each(DATA_OF_ITS_OWN, ['primary']),
        ...each(
          ['meta-analysis', 'systematic-review', 'umbrella-review', 'scoping-review', 'narrative-review', 'guideline'],
          ['secondary'],
        ),
        'expert-opinion': ['secondary'],
      },
      {
        publications: {
          'research-article': ['primary', 'secondary'],
          'systematic-review': ['secondary'],
          'review-article': ['secondary'],
          protocol: ['primary', 'not-graded'],
          guideline: ['secondary'],
          'case-report': ['primary'],
          editorial: ['secondary'],
          letter: ['primary', 'secondary'],
          comment: ['secondary'],
          news: ['primary', 'secondary'],
          feature: ['secondary'],
          interview: ['primary'],
          biography: ['secondary'],
          'book-review': ['secondary'],
          'conference-paper': ['primary', 'secondary'],
          'conference-abstract': ['primary', 'secondary'],
          book: ['primary', 'secondary', 'tertiary'],
          'book-chapter': ['primary', 'secondary'],
          'encyclopedia-entry': ['tertiary'],
          thesis: ['primary', 'secondary'],
          report: ['primary', 'secondary'],
          registration: ['primary', 'not-graded'],
          dataset: ['primary'],
          correction: ['not-graded'],
          'retraction-notice': ['not-graded'],
          'expression-of-concern': ['not-graded'],
          patent: ['primary'],
          standard: ['primary'],
          recording: ['primary', 'secondary'],
          'evidence-summary': ['secondary', 'tertiary'],
          other: ['primary', 'secondary', 'tertiary', 'not-graded'],
        },
      },
    ),
  },
};
