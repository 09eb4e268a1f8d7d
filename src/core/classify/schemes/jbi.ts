import { COHORTS, OBSERVATIONAL, RANDOMISED } from '@/core/vocabularies';
import { column, type EvidenceScheme, each, level, NOT_GRADED } from './scheme';

const QUASI = ['non-randomised-trial', 'before-after', 'interrupted-time-series'] as const;

/**
 * JBI Levels of Evidence for effectiveness (2013). Experimental designs stand at 1, quasi-experimental at 2,
 * observational analytic at 3, descriptive at 4, opinion and bench research at 5.
 * @source Joanna Briggs Institute, "New JBI Levels of Evidence", October 2013 (from memory)
 */
export const JBI_EFFECTIVENESS: EvidenceScheme = {
  id: 'jbi-2013-effectiveness',
  label: 'JBI 2013, effectiveness',
  source: 'Joanna Briggs Institute, New JBI Levels of Evidence, 2013, effectiveness (from memory)',
  levels: [
    level('1a', 'Level 1.a', 'Systematic review of randomised controlled trials.'),
    level('1b', 'Level 1.b', 'Systematic review of randomised controlled trials and other study designs.'),
    level('1c', 'Level 1.c', 'Randomised controlled trial.'),
    level('1d', 'Level 1.d', 'Pseudo-randomised controlled trial.'),
    level('2a', 'Level 2.a', 'Systematic review of quasi-experimental studies.'),
    level('2b', 'Level 2.b', 'Systematic review of quasi-experimental and other lower study designs.'),
    level('2c', 'Level 2.c', 'Quasi-experimental prospectively controlled study.'),
    level('2d', 'Level 2.d', 'Pre-test – post-test or historic/retrospective control group study.'),
    level('3a', 'Level 3.a', 'Systematic review of comparable cohort studies.'),
    level('3b', 'Level 3.b', 'Systematic review of comparable cohort and other lower study designs.'),
    level('3c', 'Level 3.c', 'Cohort study with control group.'),
    level('3d', 'Level 3.d', 'Case-controlled study.'),
    level('3e', 'Level 3.e', 'Observational study without a control group.'),
    level('4a', 'Level 4.a', 'Systematic review of descriptive studies.'),
    level('4b', 'Level 4.b', 'Cross-sectional study.'),
    level('4c', 'Level 4.c', 'Case series.'),
    level('4d', 'Level 4.d', 'Case study.'),
    level('5a', 'Level 5.a', 'Systematic review of expert opinion.'),
    level('5b', 'Level 5.b', 'Expert consensus.'),
    level('5c', 'Level 5.c', 'Bench research or single expert opinion.'),
    NOT_GRADED,
  ],
  kinds: {
    'treatment-benefit': column(
      'Effectiveness',
      {
        ...each(['meta-analysis', 'systematic-review', 'umbrella-review'], ['1a', '1b', '2a', '2b', '3a', '3b', '4a', '5a']),
        ...each([...RANDOMISED, 'n-of-1'], ['1c']),
        'pseudo-randomised-trial': ['1d'],
        'non-randomised-trial': ['2c', '2d'],
        'before-after': ['2d'],
        'interrupted-time-series': ['2c', '2d'],
        ...each(COHORTS, ['3c', '3e']),
        'case-control': ['3d'],
        'cross-sectional': ['4b'],
        'case-series': ['4c'],
        'case-report': ['4d'],
        'mixed-methods': ['1c', '1d', '2c', '2d', '3c', '3e', '4b', 'not-graded'],
        'expert-opinion': ['5b', '5c'],
        'narrative-review': ['5a', '5c'],
        ...each(['laboratory', 'animal'], ['5c']),
        modelling: ['5c', 'not-graded'],
      },
      {
        when: {
          'concurrent-control': { ...each(COHORTS, ['3c']), ...each(['non-randomised-trial', 'interrupted-time-series'], ['2c']) },
          'historical-control': { 'non-randomised-trial': ['2d'], ...each(COHORTS, ['3e']) },
        },
        reviews: [
          { of: [...RANDOMISED, 'n-of-1'], levels: ['1a'] },
          { of: QUASI, levels: ['2a'] },
          { of: COHORTS, levels: ['3a'] },
          { of: ['cross-sectional', 'case-series', 'case-report', 'qualitative'], levels: ['4a'] },
          { of: OBSERVATIONAL, levels: ['3b', '4a'] },
          { of: [...QUASI, ...OBSERVATIONAL], levels: ['2b'] },
          { of: [...RANDOMISED, 'n-of-1', 'pseudo-randomised-trial', ...QUASI, ...OBSERVATIONAL], levels: ['1b'] },
        ],
      },
    ),
  },
};

/**
 * JBI Levels of Evidence for meaningfulness (2013): what an experience means to people.
 * @source Joanna Briggs Institute, "New JBI Levels of Evidence", October 2013 (from memory)
 */
export const JBI_MEANINGFULNESS: EvidenceScheme = {
  id: 'jbi-2013-meaningfulness',
  label: 'JBI 2013, meaningfulness',
  source: 'Joanna Briggs Institute, New JBI Levels of Evidence, 2013, meaningfulness (from memory)',
  levels: [
    level('1', 'Level 1', 'Qualitative or mixed-methods systematic review.'),
    level('2', 'Level 2', 'Qualitative or mixed-methods synthesis.'),
    level('3', 'Level 3', 'Single qualitative study.'),
    level('4', 'Level 4', 'Systematic review of expert opinion.'),
    level('5', 'Level 5', 'Expert opinion.'),
    NOT_GRADED,
  ],
  kinds: {
    experience: column(
      'Experience and meaning',
      {
        ...each(['meta-analysis', 'systematic-review', 'umbrella-review'], ['1', '2', '4', 'not-graded']),
        qualitative: ['3'],
        'mixed-methods': ['3'],
        'narrative-review': ['4', '5'],
        'expert-opinion': ['5'],
      },
      { reviews: [{ of: ['qualitative', 'mixed-methods'], levels: ['1', '2'] }] },
    ),
  },
};
