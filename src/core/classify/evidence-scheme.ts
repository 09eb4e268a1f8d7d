import { type AxisValue, bitCount, DESIGNS, type Design, type Mask, maskOf } from '@/core/vocabularies';
import { ATTRIBUTES, type Attribute } from './claim';

/** A hierarchy of evidence: question kind × design (and attributes) → the levels that are possible. */
export interface EvidenceScheme {
  id: string;
  label: string;
  source: string;
  levels: readonly AxisValue[];
  kinds: Record<
    string,
    {
      label: string;
      table: Record<Design, readonly string[]>;
      when: Partial<Record<Attribute, Partial<Record<Design, readonly string[]>>>>;
    }
  >;
}

const level = (code: string, label: string, meaning: string): AxisValue => ({ code, label, meaning });

/**
 * OCEBM 2011, "Does this intervention help?" (treatment benefits).
 * Level 1 systematic review of randomised trials or n-of-1 trials; 2 randomised trial or observational study with
 * dramatic effect; 3 non-randomised controlled cohort or follow-up study; 4 case series, case-control or historically
 * controlled study; 5 mechanism-based reasoning. Designs that the table does not name are placed by common practice.
 * @source OCEBM Levels of Evidence Working Group, "The Oxford 2011 Levels of Evidence" (from memory)
 */
export const OCEBM_2011: EvidenceScheme = {
  id: 'ocebm-2011',
  label: 'OCEBM 2011',
  source: 'OCEBM Levels of Evidence Working Group, The Oxford 2011 Levels of Evidence',
  levels: [
    level('1', 'Level 1', 'Systematic review of randomised trials, or n-of-1 trial.'),
    level('2', 'Level 2', 'Randomised trial, or observational study with dramatic effect.'),
    level('3', 'Level 3', 'Non-randomised controlled cohort or follow-up study.'),
    level('4', 'Level 4', 'Case series, case-control study, or historically controlled study.'),
    level('5', 'Level 5', 'Mechanism-based reasoning.'),
    level('not-graded', 'Not graded', 'The scheme does not grade items of this kind.'),
  ],
  kinds: {
    'treatment-benefit': {
      label: 'Treatment benefit',
      table: {
        'meta-analysis': ['1', '2', '3'],
        'systematic-review': ['1', '2', '3'],
        'umbrella-review': ['1', '2', '3'],
        'scoping-review': ['not-graded'],
        'randomised-trial': ['2'],
        'cluster-randomised-trial': ['2'],
        'crossover-randomised-trial': ['2'],
        'n-of-1': ['1', '2'],
        'pseudo-randomised-trial': ['3'],
        'non-randomised-trial': ['3'],
        'before-after': ['4'],
        'interrupted-time-series': ['3', '4'],
        'cohort-prospective': ['3', '4'],
        'cohort-retrospective': ['3', '4'],
        'case-control': ['4'],
        'cross-sectional': ['4'],
        'diagnostic-accuracy': ['not-graded'],
        'prediction-model': ['not-graded'],
        'case-series': ['4'],
        'case-report': ['4', '5'],
        qualitative: ['not-graded'],
        'mixed-methods': ['3', '4', 'not-graded'],
        'economic-evaluation': ['not-graded'],
        modelling: ['5', 'not-graded'],
        laboratory: ['5'],
        animal: ['5'],
        'narrative-review': ['5'],
        guideline: ['not-graded'],
        'expert-opinion': ['5'],
        'not-a-study': ['not-graded'],
      },
      when: {
        'includes-randomised-only': { 'meta-analysis': ['1'], 'systematic-review': ['1'], 'umbrella-review': ['1'] },
        'concurrent-control': { 'cohort-prospective': ['3'], 'cohort-retrospective': ['3'], 'interrupted-time-series': ['3'] },
      },
    },
  },
};

export const SCHEMES: Record<string, EvidenceScheme> = { [OCEBM_2011.id]: OCEBM_2011 };

/** A scheme's column for one kind of question, ready to be applied to masks of designs. */
export interface LevelTable {
  scheme: EvidenceScheme;
  kind: string;
  levelsOf(designs: Mask, attributes: Mask): Mask;
}

/** @throws RangeError for a scheme or kind that does not exist: input is checked where it comes in. */
export function levelTable(schemeId: string, kind: string): LevelTable {
  const scheme = SCHEMES[schemeId];
  const column = scheme?.kinds[kind];
  if (!scheme || !column) throw new RangeError(`no evidence scheme "${schemeId}" for questions of kind "${kind}"`);
  const plain = DESIGNS.map(({ code }) => maskOf(scheme.levels, column.table[code]));
  return {
    scheme,
    kind,
    levelsOf(designs, attributes) {
      let mask = 0;
      DESIGNS.forEach(({ code }, bit) => {
        if (!((designs >>> bit) & 1)) return;
        let own = plain[bit]!;
        ATTRIBUTES.forEach((attribute, a) => {
          const moved = (attributes >>> a) & 1 ? column.when[attribute]?.[code] : undefined;
          if (moved) own = maskOf(scheme.levels, moved);
        });
        mask |= own;
      });
      if (bitCount(mask) === 0) throw new RangeError('a work with no possible design has no level');
      return mask >>> 0;
    },
  };
}
