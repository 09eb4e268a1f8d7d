import fc from 'fast-check';
import {
  agreementOfPairs,
  agreementOverTime,
  isReadByTwo,
  type Judgement,
  ONE_READER,
  type ReadersSetting,
  type ReadWork,
  readersOf,
  readersSetting,
  together,
} from '.';

const IDS = ['00000000-0000-4000-8000-00000000000a', '00000000-0000-4000-8000-00000000000b', '00000000-0000-4000-8000-00000000000c'];
const two = (more: Partial<ReadersSetting> = {}): ReadersSetting => ({ ...ONE_READER, readers: 2, people: IDS.slice(0, 2), ...more });
const judged = (person: string, verdict: Judgement['verdict'], reasonCode = ''): Judgement => ({ person, verdict, reasonCode });
const WORKS = Array.from({ length: 3000 }, (_, i) => i + 1);

describe('what two judgements come to', () => {
  const REASONS = ['population', 'design', 'outcome'];
  test.each<[string, Judgement[], object]>([
    ['nobody yet', [], { is: 'open' }],
    ['one yet', [judged('a', 'keep')], { is: 'open' }],
    ['both keep', [judged('a', 'keep'), judged('b', 'keep')], { is: 'agreed', verdict: 'keep', reasonCode: '', otherReason: false }],
    [
      'both background',
      [judged('a', 'background'), judged('b', 'background')],
      { is: 'agreed', verdict: 'background', otherReason: false },
    ],
    [
      'one reason',
      [judged('a', 'exclude', 'design'), judged('b', 'exclude', 'design')],
      { is: 'agreed', reasonCode: 'design', otherReason: false },
    ],
    [
      'two reasons',
      [judged('a', 'exclude', 'outcome'), judged('b', 'exclude', 'population')],
      { is: 'agreed', reasonCode: 'population', otherReason: true },
    ],
    [
      'a reason that is gone',
      [judged('a', 'exclude', 'gone'), judged('b', 'exclude', 'outcome')],
      { is: 'agreed', reasonCode: 'outcome', otherReason: true },
    ],
    ['they differ', [judged('a', 'keep'), judged('b', 'exclude', 'design')], { is: 'differ' }],
    ['background is no exclusion', [judged('a', 'background'), judged('b', 'exclude', 'design')], { is: 'differ' }],
  ])('%s', (_, judgements, is) => {
    expect(together(judgements, REASONS, 'settle')).toMatchObject(is);
    expect(together([...judgements].reverse(), REASONS, 'settle')).toMatchObject(is);
  });
  test('by the rule that one keep is enough, whoever it is of; without a keep they settle it', () => {
    expect(together([judged('a', 'exclude', 'design'), judged('b', 'keep')], REASONS, 'keep-if-either')).toEqual({
      is: 'by-rule',
      verdict: 'keep',
      reasonCode: '',
    });
    expect(together([judged('a', 'exclude', 'design'), judged('b', 'background')], REASONS, 'keep-if-either')).toEqual({ is: 'differ' });
    expect(together([judged('a', 'exclude', 'design')], REASONS, 'keep-if-either')).toEqual({ is: 'open' });
  });
});

describe('who judges what', () => {
  test('in a review with one reader nothing is judged by two', () => expect(WORKS.filter((w) => isReadByTwo(w, ONE_READER))).toEqual([]));
  test('a drawn share is about as large as is said, the same for everybody, and part of every larger one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999_999 }), fc.double({ min: 0.05, max: 0.95, noNaN: true }), (seed, share) => {
        const drawn = WORKS.filter((w) => isReadByTwo(w, two({ seed, share })));
        // Five standard errors of a draw of 3,000.
        expect(Math.abs(drawn.length / WORKS.length - share)).toBeLessThan(5 * Math.sqrt((share * (1 - share)) / WORKS.length));
        const more = new Set(WORKS.filter((w) => isReadByTwo(w, two({ seed, share: share + 0.05 }))));
        expect(drawn.every((w) => more.has(w))).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
  test('by lot every work has two who judge it, each about two thirds of the works of three, and every pair a third', () => {
    const setting = two({ people: IDS, given: 'lot', seed: 7 });
    const pairs = new Map<string, number>();
    for (const w of WORKS) {
      const pair = readersOf(w, setting);
      expect(new Set(pair).size).toBe(2);
      pairs.set(pair.join(), (pairs.get(pair.join()) ?? 0) + 1);
    }
    expect(pairs.size).toBe(3);
    for (const n of pairs.values()) expect(Math.abs(n - 1000)).toBeLessThan(130);
  });
  test('by hand it is who was given the work', () => {
    const hand = [
      { person: IDS[0]!, from: 1, to: 10 },
      { person: IDS[1]!, from: 5, to: 20 },
    ];
    const setting = two({ given: 'hand', hand });
    expect([1, 5, 10, 11, 21].map((w) => readersOf(w, setting).length)).toEqual([1, 2, 2, 1, 0]);
  });
  test.each([
    ['two are needed', two({ people: IDS.slice(0, 1) })],
    ['nobody twice', two({ people: [IDS[0]!, IDS[0]!] })],
    ['everybody all is for two', two({ people: IDS })],
    ['no share of nothing', two({ share: 0 })],
  ])('%s', (_, setting) => expect(readersSetting.safeParse(setting).success).toBe(false));
  test('what is set is read back', () => expect(readersSetting.parse(two({ share: 0.2 }))).toEqual(two({ share: 0.2 })));
});

describe('agreement', () => {
  const read = (a: Judgement['verdict'], b: Judgement['verdict'], n: number, reasons = ['', '']): ReadWork[] =>
    Array.from({ length: n }, (_, i) => ({ work: i, judgements: [judged('a', a, reasons[0]), judged('b', b, reasons[1])] }));

  // A published worked example (from memory): two readers of 50 grant applications, 20 yes-yes, 5 yes-no, 10 no-yes, 15 no-no;
  // agreement 0.70, by chance 0.50, kappa 0.40.
  test('two readers of fifty works, as in the textbook example', () => {
    const works = [
      ...read('keep', 'keep', 20),
      ...read('keep', 'exclude', 5),
      ...read('exclude', 'keep', 10),
      ...read('exclude', 'exclude', 15),
    ];
    const [pair] = agreementOfPairs(works);
    expect(pair).toMatchObject({
      people: ['a', 'b'],
      verdicts: ['keep', 'exclude'],
      table: [
        [20, 5],
        [10, 15],
      ],
    });
    expect(pair!.agreement.observed).toBeCloseTo(0.7);
    expect(pair!.agreement.kappa).toMatchObject({ value: expect.closeTo(0.4) });
  });

  test('who is named first in a work does not matter; reasons of their own are counted apart', () => {
    const turned = read('exclude', 'exclude', 3, ['design', 'outcome']).map(
      (w): ReadWork => ({ ...w, judgements: [w.judgements[1], w.judgements[0]] }),
    );
    const [pair] = agreementOfPairs([...turned, ...read('keep', 'background', 1)]);
    expect(pair).toMatchObject({ people: ['a', 'b'], otherReasons: 3, verdicts: ['keep', 'exclude', 'background'] });
    expect(pair!.table[0]![2]).toBe(1);
  });

  test('over time: every work is in one group, and a last few go with those before', () => {
    const works = [...read('keep', 'exclude', 25), ...read('keep', 'keep', 30)];
    const groups = agreementOverTime(works, 25);
    expect(groups.map((g) => [g.from, g.to])).toEqual([
      [1, 25],
      [26, 55],
    ]);
    expect(groups.map((g) => g.agreement.observed)).toEqual([0, 1]);
    expect(agreementOverTime([], 25)).toEqual([]);
  });
});
