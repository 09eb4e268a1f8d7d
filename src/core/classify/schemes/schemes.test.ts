import { axisMask, COHORTS, codesOf, DESIGNS, type Design, RANDOMISED } from '@/core/vocabularies';
import { ATTRIBUTES, type Attribute } from '../claim';
import { columnFor, type EvidenceScheme, levelTable, QUESTION_KINDS, SCHEMES, schemeSchema } from './index';

const levels = (
  scheme: string,
  kind: string,
  design: Design | readonly Design[],
  more: { attribute?: Attribute; includes?: readonly Design[] } = {},
) => {
  const table = levelTable(scheme, kind);
  const designs = axisMask('design', typeof design === 'string' ? [design] : design);
  const attributes = more.attribute ? 1 << ATTRIBUTES.indexOf(more.attribute) : 0;
  return codesOf(table.scheme.levels, table.levelsOf(designs, attributes, more.includes ? axisMask('design', more.includes) : 0)).join(' ');
};
const SR = 'systematic-review';

// OCEBM Levels of Evidence Working Group, The Oxford 2011 Levels of Evidence (from memory), cell by cell.
test.each([
  ['treatment 1: systematic review of randomised trials', 'treatment-benefit', SR, { includes: RANDOMISED }, '1'],
  ['treatment 1: n-of-1 trial', 'treatment-benefit', 'n-of-1', {}, '1 2'],
  ['treatment 2: randomised trial', 'treatment-benefit', 'randomised-trial', {}, '2'],
  ['treatment 2: cluster randomised trial', 'treatment-benefit', 'cluster-randomised-trial', {}, '2'],
  ['treatment 3: non-randomised controlled cohort', 'treatment-benefit', 'cohort-prospective', { attribute: 'concurrent-control' }, '3'],
  ['treatment 4: case series', 'treatment-benefit', 'case-series', {}, '4'],
  ['treatment 4: case-control study', 'treatment-benefit', 'case-control', {}, '4'],
  ['treatment 4: historically controlled', 'treatment-benefit', 'cohort-retrospective', { attribute: 'historical-control' }, '4'],
  ['treatment 5: mechanism-based reasoning', 'treatment-benefit', 'laboratory', {}, '5'],
  ['a review of unknown content', 'treatment-benefit', SR, {}, '1 2 3'],
  ['a cohort of unknown control', 'treatment-benefit', 'cohort-prospective', {}, '3 4'],
  ['a trial of unknown allocation', 'treatment-benefit', ['randomised-trial', 'non-randomised-trial'], {}, '2 3'],
  ['not graded: a guideline', 'treatment-benefit', 'guideline', {}, 'not-graded'],
  ['not graded: a protocol', 'treatment-benefit', 'not-a-study', {}, 'not-graded'],
  ['common harm 1: review of randomised trials', 'common-harm', 'meta-analysis', { includes: RANDOMISED }, '1'],
  ['common harm 2: randomised trial', 'common-harm', 'randomised-trial', {}, '2'],
  ['common harm 4: case-control study', 'common-harm', 'case-control', {}, '4'],
  ['rare harm 2: randomised trial', 'rare-harm', 'randomised-trial', {}, '2'],
  ['rare harm 4: case series', 'rare-harm', 'case-series', {}, '4'],
  ['screening 1: review of randomised trials', 'screening', SR, { includes: RANDOMISED }, '1'],
  ['screening 2: randomised trial', 'screening', 'randomised-trial', {}, '2'],
  ['screening 3: controlled cohort', 'screening', 'cohort-prospective', { attribute: 'concurrent-control' }, '3'],
  ['diagnosis 1: review of accuracy studies', 'diagnosis', SR, { includes: ['diagnostic-accuracy'] as Design[] }, '1'],
  ['diagnosis 2: consistent, blinded reference standard', 'diagnosis', 'diagnostic-accuracy', { attribute: 'blinded-reference' }, '2'],
  ['diagnosis 2 to 4: no more said', 'diagnosis', 'diagnostic-accuracy', {}, '2 3 4'],
  ['diagnosis 4: case-control study', 'diagnosis', 'case-control', {}, '4'],
  ['diagnosis 5: mechanism', 'diagnosis', 'animal', {}, '5'],
  ['prognosis 2: inception cohort', 'prognosis', 'cohort-prospective', { attribute: 'inception-cohort' }, '2'],
  ['prognosis 3: arm of a randomised trial', 'prognosis', 'randomised-trial', {}, '3'],
  ['prognosis 4: case series', 'prognosis', 'case-series', {}, '4'],
  ['prevalence 1: random sample', 'prevalence', 'cross-sectional', { attribute: 'random-sample' }, '1'],
  ['prevalence 2: review of surveys', 'prevalence', SR, { includes: ['cross-sectional'] as Design[] }, '2'],
  ['prevalence 1 or 3: sample not said', 'prevalence', 'cross-sectional', {}, '1 3'],
  ['prevalence 4: case series', 'prevalence', 'case-series', {}, '4'],
] as const)('OCEBM 2011, %s', (_, kind, design, more, expected) => expect(levels('ocebm-2011', kind, design, more)).toBe(expected));

// Joanna Briggs Institute, New JBI Levels of Evidence, 2013, effectiveness and meaningfulness (from memory), cell by cell.
test.each([
  ['1.a review of RCTs', SR, { includes: RANDOMISED }, '1a'],
  ['1.b review of RCTs and others', SR, { includes: [...RANDOMISED, 'non-randomised-trial'] as Design[] }, '1b'],
  ['1.c RCT', 'randomised-trial', {}, '1c'],
  ['1.d pseudo-RCT', 'pseudo-randomised-trial', {}, '1d'],
  ['2.a review of quasi-experiments', SR, { includes: ['non-randomised-trial'] as Design[] }, '2a'],
  ['2.c quasi-experiment with prospective controls', 'non-randomised-trial', { attribute: 'concurrent-control' }, '2c'],
  ['2.d pre-test, post-test', 'before-after', {}, '2d'],
  ['2.d historical control', 'non-randomised-trial', { attribute: 'historical-control' }, '2d'],
  ['3.a review of cohorts', SR, { includes: COHORTS }, '3a'],
  ['3.c cohort with control group', 'cohort-prospective', { attribute: 'concurrent-control' }, '3c'],
  ['3.d case-control', 'case-control', {}, '3d'],
  ['4.a review of descriptive studies', SR, { includes: ['cross-sectional', 'case-series'] as Design[] }, '4a'],
  ['4.b cross-sectional', 'cross-sectional', {}, '4b'],
  ['4.c case series', 'case-series', {}, '4c'],
  ['4.d case study', 'case-report', {}, '4d'],
  ['5.b or 5.c opinion', 'expert-opinion', {}, '5b 5c'],
  ['5.c bench research', 'laboratory', {}, '5c'],
  ['not graded', 'not-a-study', {}, 'not-graded'],
] as const)('JBI 2013 effectiveness, %s', (_, design, more, expected) =>
  expect(levels('jbi-2013-effectiveness', 'treatment-benefit', design, more)).toBe(expected),
);
test.each([
  ['1 or 2: review of qualitative studies', SR, { includes: ['qualitative'] as Design[] }, '1 2'],
  ['3: single qualitative study', 'qualitative', {}, '3'],
  ['5: expert opinion', 'expert-opinion', {}, '5'],
  ['not graded: a trial', 'randomised-trial', {}, 'not-graded'],
] as const)('JBI 2013 meaningfulness, %s', (_, design, more, expected) =>
  expect(levels('jbi-2013-meaningfulness', 'experience', design, more)).toBe(expected),
);

// NHMRC levels of evidence, 2009, table 3 (from memory), cell by cell.
test.each([
  ['intervention I', 'treatment-benefit', SR, { includes: RANDOMISED }, 'I'],
  ['intervention II', 'treatment-benefit', 'randomised-trial', {}, 'II'],
  ['intervention III-1', 'treatment-benefit', 'pseudo-randomised-trial', {}, 'III-1'],
  ['intervention III-2: concurrent controls', 'treatment-benefit', 'cohort-prospective', { attribute: 'concurrent-control' }, 'III-2'],
  ['intervention III-2: case-control', 'treatment-benefit', 'case-control', {}, 'III-2'],
  ['intervention III-3: historical control', 'treatment-benefit', 'non-randomised-trial', { attribute: 'historical-control' }, 'III-3'],
  ['intervention IV: pre-test/post-test', 'treatment-benefit', 'before-after', {}, 'IV'],
  ['intervention IV: case series', 'treatment-benefit', 'case-series', {}, 'IV'],
  ['diagnosis II', 'diagnosis', 'diagnostic-accuracy', { attribute: 'blinded-reference' }, 'II'],
  ['diagnosis III-3: case-control', 'diagnosis', 'case-control', {}, 'III-3'],
  ['prognosis II', 'prognosis', 'cohort-prospective', { attribute: 'inception-cohort' }, 'II'],
  ['prognosis III-2: arm of a trial', 'prognosis', 'randomised-trial', {}, 'III-2'],
  ['prognosis III-3 or IV: retrospective', 'prognosis', 'cohort-retrospective', {}, 'III-3 IV'],
  ['aetiology I', 'aetiology', SR, { includes: ['cohort-prospective'] as Design[] }, 'I'],
  ['aetiology II', 'aetiology', 'cohort-prospective', {}, 'II'],
  ['aetiology III-2', 'aetiology', 'cohort-retrospective', {}, 'III-2'],
  ['aetiology III-3', 'aetiology', 'case-control', {}, 'III-3'],
  ['aetiology IV', 'aetiology', 'cross-sectional', {}, 'IV'],
  ['screening II', 'screening', 'randomised-trial', {}, 'II'],
] as const)('NHMRC 2009, %s', (_, kind, design, more, expected) => expect(levels('nhmrc-2009', kind, design, more)).toBe(expected));

// Melnyk and Fineout-Overholt, rating system for intervention questions (from memory).
test.each([
  [SR, { includes: RANDOMISED }, '1'],
  ['randomised-trial', {}, '2'],
  ['non-randomised-trial', {}, '3'],
  ['cohort-prospective', {}, '4'],
  ['case-control', {}, '4'],
  [SR, { includes: ['qualitative'] as Design[] }, '5'],
  ['qualitative', {}, '6'],
  ['cross-sectional', {}, '6'],
  ['expert-opinion', {}, '7'],
] as const)('seven levels: %s %j', (design, more, expected) =>
  expect(levels('seven-levels', 'treatment-benefit', design, more)).toBe(expected),
);

test('primary and secondary look at what the item is, too', () => {
  const table = levelTable('primary-secondary', 'any');
  const of = (design: readonly Design[], publication: Parameters<typeof axisMask>[1]) =>
    codesOf(table.scheme.levels, table.levelsOf(axisMask('design', design), 0, 0, axisMask('publicationType', publication))).join(' ');
  const any = DESIGNS.map((d) => d.code);
  expect(of(['qualitative'], ['research-article'])).toBe('primary');
  expect(of(any, ['research-article'])).toBe('primary secondary');
  expect(of(any, ['encyclopedia-entry'])).toBe('tertiary');
  expect(of(['not-a-study'], ['interview'])).toBe('primary');
  expect(of(['narrative-review'], ['review-article'])).toBe('secondary');
});

test.each(Object.values(SCHEMES))(
  '$label is a whole table, with a source, and passes the check for copied schemes',
  (scheme: EvidenceScheme) => {
    expect(schemeSchema.safeParse(scheme).error?.issues ?? []).toEqual([]);
    expect(scheme.source.length).toBeGreaterThan(20);
    for (const kind of Object.keys(scheme.kinds)) {
      expect(QUESTION_KINDS).toHaveProperty(kind);
      for (const { code } of DESIGNS) expect(levels(scheme.id, kind, code).length).toBeGreaterThan(0);
    }
  },
);
test('knowing more never adds a level to a review or a single study', () => {
  for (const scheme of Object.values(SCHEMES))
    for (const kind of Object.keys(scheme.kinds)) {
      const table = levelTable(scheme, kind);
      for (const { code } of DESIGNS) {
        const plain = table.levelsOf(axisMask('design', [code]), 0);
        for (let a = 0; a < ATTRIBUTES.length; a++)
          expect([scheme.id, kind, code, ATTRIBUTES[a], table.levelsOf(axisMask('design', [code]), 1 << a) & ~plain]).toEqual([
            scheme.id,
            kind,
            code,
            ATTRIBUTES[a],
            0,
          ]);
        for (const { code: included } of DESIGNS) {
          const refined = table.levelsOf(axisMask('design', [code]), 0, axisMask('design', [included]));
          expect([scheme.id, kind, code, included, refined & ~plain]).toEqual([scheme.id, kind, code, included, 0]);
        }
      }
    }
});
test('a question that a scheme has no column for is told, with a scheme that has one', () => {
  expect(columnFor(SCHEMES['ocebm-2011']!, 'aetiology')).toMatchObject({
    fits: false,
    kind: 'treatment-benefit',
    better: { id: 'nhmrc-2009' },
  });
  expect(columnFor(SCHEMES['ocebm-2011']!, 'experience')).toMatchObject({ fits: false, better: { id: 'jbi-2013-meaningfulness' } });
  expect(columnFor(SCHEMES['primary-secondary']!, 'diagnosis')).toMatchObject({ fits: true, kind: 'any' });
  expect(() => levelTable('no-such', 'treatment-benefit')).toThrow(RangeError);
});
