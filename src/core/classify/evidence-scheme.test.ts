import { DESIGNS, type Design, maskOf } from '@/core/vocabularies';
import { ATTRIBUTES } from './claim';
import { levelTable, OCEBM_2011 } from './evidence-scheme';

const TABLE = levelTable('ocebm-2011', 'treatment-benefit');
const levels = (design: Design, attributes = 0) => {
  const mask = TABLE.levelsOf(maskOf(DESIGNS, [design]), attributes);
  return OCEBM_2011.levels.filter((_, bit) => (mask >>> bit) & 1).map((l) => l.code);
};
const RANDOMISED_ONLY = 1 << ATTRIBUTES.indexOf('includes-randomised-only');
const CONTROLLED = 1 << ATTRIBUTES.indexOf('concurrent-control');

// OCEBM Levels of Evidence Working Group, The Oxford 2011 Levels of Evidence, row "Does this intervention help?" (from memory).
test.each([
  ['Level 1: systematic review of randomised trials', 'systematic-review', RANDOMISED_ONLY, ['1']],
  ['Level 1: meta-analysis of randomised trials', 'meta-analysis', RANDOMISED_ONLY, ['1']],
  ['Level 2: randomised trial', 'randomised-trial', 0, ['2']],
  ['Level 2: cluster randomised trial', 'cluster-randomised-trial', 0, ['2']],
  ['Level 3: non-randomised controlled cohort', 'cohort-prospective', CONTROLLED, ['3']],
  ['Level 3: non-randomised trial', 'non-randomised-trial', 0, ['3']],
  ['Level 4: case series', 'case-series', 0, ['4']],
  ['Level 4: case-control study', 'case-control', 0, ['4']],
  ['Level 4: historically controlled', 'before-after', 0, ['4']],
  ['Level 5: mechanism-based reasoning', 'expert-opinion', 0, ['5']],
  ['a review of unknown content', 'systematic-review', 0, ['1', '2', '3']],
  ['a cohort of unknown control', 'cohort-prospective', 0, ['3', '4']],
  ['not graded: a guideline', 'guideline', 0, ['not-graded']],
  ['not graded: a protocol', 'not-a-study', 0, ['not-graded']],
] as const)('%s', (_, design, attributes, expected) => expect(levels(design, attributes)).toEqual(expected));

test('a trial of unknown allocation is level 2 or 3', () => {
  const mask = TABLE.levelsOf(maskOf(DESIGNS, ['randomised-trial', 'non-randomised-trial']), 0);
  expect(mask).toBe(maskOf(OCEBM_2011.levels, ['2', '3']));
});
test('every design has levels, and unknown schemes and kinds are refused', () => {
  for (const { code } of DESIGNS) expect(levels(code).length).toBeGreaterThan(0);
  expect(() => levelTable('no-such', 'treatment-benefit')).toThrow(RangeError);
  expect(() => levelTable('ocebm-2011', 'no-such')).toThrow(RangeError);
});
