import fc from 'fast-check';
import { asVenues, VenueRegister } from '@/core/venues';
import { ALL, fullMask } from '@/core/vocabularies';
import { aRecord } from '@/testing/a-record';
import { pointingFaults, quoteFaults } from '@/testing/points-at-itself';
import { causesOf } from './causes';
import { ATTRIBUTES, CLAIM_AXES, type Claim, TIERS, VENUE_FACTS } from './claim';
import { claimsOfRecord } from './claims-of-record';
import { classifyWork } from './classify-work';
import type { RecordOfWork } from './record-of-work';
import { levelTable } from './schemes';
import { NO_SCOPE } from './stated';
import { BOUND_TO_SOURCES } from './usual';

const LEVELS = levelTable('ocebm-2011', 'treatment-benefit');
const NOTHING = claimsOfRecord(aRecord({ title: 'Uno' }), NO_SCOPE);

/** Every rule id that something is dropped by, and some that nothing is. */
const RULES = [...BOUND_TO_SOURCES.keys(), 'title-randomised', 'ris-type', 'design-follows-publication-type'];
const masksOf = (axis: Claim['axis']) =>
  axis === 'attribute'
    ? fullMask(ATTRIBUTES.length)
    : axis === 'venue'
      ? fullMask(VENUE_FACTS.length)
      : axis === 'press'
        ? 15
        : axis === 'includes'
          ? ALL.design
          : axis === 'level'
            ? 0
            : ALL[axis];
const aClaim = fc.constantFrom(...CLAIM_AXES.filter((a) => a !== 'level')).chain((axis) =>
  fc
    .record({
      axis: fc.constant(axis),
      // Few values, so that claims contradict each other often.
      mask: fc.nat().map((n) => ((2 ** (n % 31)) & masksOf(axis)) >>> 0 || masksOf(axis)),
      rule: fc.constantFrom(...RULES),
      tier: fc.constantFrom(...TIERS.slice(1)),
      field: fc.constantFrom('title', 'abstract', 'type', 'shape'),
      quote: fc.string({ maxLength: 5 }),
      start: fc.constant(0),
      end: fc.constant(0),
      usual: fc.constantFrom(true, undefined, undefined),
    })
    .map((c) => ({ ...c, usual: c.tier === 'weak' ? c.usual : undefined })),
) as fc.Arbitrary<Claim>;
const aRecordOfWork = fc.array(aClaim, { maxLength: 14 }).map(
  (claims): Omit<RecordOfWork, 'key'> => ({
    found: { ...NOTHING, claims, place: { ...NOTHING.place, issns: ['9990-1048'] } },
  }),
);
const REGISTERS = [
  undefined,
  ...(['scholarly-journal', 'trade-journal', 'magazine'] as const).map(
    (kind) =>
      new VenueRegister(
        asVenues([
          {
            ...{ type: 'journal', title: 'Floors', issns: ['9990-1048'], kind, refereed: 'yes' },
            ...{ from: null, to: null, publisher: '', tags: [] },
          },
        ]),
      ),
  ),
];
const RULED = { sourceType: ['magazine'], publicationType: ['editorial'], design: ['case-series', 'cohort-prospective'], level: ['2'] };
const aRuling = fc.record({
  axis: fc.constantFrom(...(Object.keys(RULED) as (keyof typeof RULED)[])),
  seq: fc.nat({ max: 9 }),
  single: fc.boolean(),
  reason: fc.constant('read it'),
  person: fc.constant('Iben Falk'),
});

test('whatever is claimed, ruled and registered, all that a classification points at is its own', () => {
  fc.assert(
    fc.property(
      fc.array(aRecordOfWork, { minLength: 1, maxLength: 4 }),
      fc.constantFrom(...REGISTERS),
      fc.array(aRuling, { maxLength: 3 }),
      (found, register, rulings) => {
        const ruled = rulings.map((r) => ({ ...r, codes: RULED[r.axis] }));
        const records = found.map((r, key) => ({ key, ...r }));
        const result = classifyWork(records, LEVELS, { register, ruled });
        expect(pointingFaults(result)).toEqual([]);
        // The records may come in any order.
        expect(classifyWork([...records].reverse(), LEVELS, { register, ruled })).toEqual(result);
      },
    ),
    { numRuns: 400, seed: 20261128 },
  );
});

test('a claim that is dropped for the venue moves no dissent to another claim', () => {
  const claim = (fields: Partial<Claim>): Claim => ({
    ...{ axis: 'publicationType', mask: 1, rule: 'x', tier: 'weak', field: 'title', quote: '', start: 0, end: 0, usual: undefined },
    ...fields,
  });
  const usual = [...BOUND_TO_SOURCES.keys()].map((rule) => claim({ rule, usual: true }));
  const claims = [
    ...usual,
    claim({ axis: 'sourceType', mask: 0b01, tier: 'asserted', quote: 'journal' }),
    claim({ axis: 'sourceType', mask: 0b10, tier: 'strong', quote: 'trade' }),
  ];
  const result = classifyWork([{ key: 7, found: { ...NOTHING, claims } }], LEVELS);
  expect(result.axes.sourceType.dissents.map((d) => d.quote)).toEqual(['trade']);
  expect(causesOf(result, () => 'VH').sourceType).toMatchObject([{ kind: 'dissent' }]);
});

/** Phrases that rules react to, with marks, letters outside Latin and lone surrogates between them. */
const PHRASES = [
  'randomised controlled trial',
  'protocol for',
  'we searched',
  'cohort study',
  'Methods:',
  'RESULTS: ',
  'İ',
  '\u{1D4AF}',
  '\uD83D',
  'ﬁ',
  'case report',
  'interviews',
  'Reply to',
  'book review',
  '. ',
  ' ',
  '\n',
  'mice',
  '2019;12(3):e1034',
];
const aText = fc.array(fc.constantFrom(...PHRASES), { maxLength: 14 }).map((p) => p.join(' '));

test('every quotation stands where its claim says', () => {
  fc.assert(
    fc.property(aText, aText, (title, abstract) => {
      const { claims, asides } = claimsOfRecord(aRecord({ title, abstract }), NO_SCOPE);
      expect(quoteFaults([...claims, ...asides], () => ({ title, abstract }))).toEqual([]);
    }),
    { numRuns: 500, seed: 20261128 },
  );
});
