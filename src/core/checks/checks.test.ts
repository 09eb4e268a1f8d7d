import jStat from 'jstat';
import { agreementOf } from './agreement';
import { chapman } from './chapman';
import { hypergeometricCdf } from './hypergeometric';
import { estimateOf, lostWithout, overlapOf } from './overlap';
import { numberNeededToRead, precision, relativeRecall } from './proportions';
import { seeded } from './seeded';
import { logGamma } from './special';
import { wilsonInterval } from './wilson';

test.each([0.1, 0.5, 1, 2, 3.7, 10, 171, 5000.5])('log gamma of %p as a statistics library has it', (x) =>
  expect(logGamma(x)).toBeCloseTo(jStat.gammaln(x), 7),
);
test('log gamma of a half is the log of the root of pi', () => expect(logGamma(0.5)).toBeCloseTo(Math.log(Math.sqrt(Math.PI)), 12));

test.each([
  [0, 20, 3, 5],
  [1, 50, 10, 12],
  [3, 200, 30, 25],
  [0, 1000, 20, 148],
])('at most %i of a sample: size %i, marked %i, drawn %i, as a statistics library has it', (x, size, marked, drawn) =>
  expect(hypergeometricCdf(x, size, marked, drawn)).toBeCloseTo(jStat.hypgeom.cdf(x, size, marked, drawn), 6),
);

// The Wilson interval covers at about its rate, a little more or less by the share (Brown, Cai & DasGupta 2001, from memory).
test.each([0.1, 0.3, 0.5])('the interval of a share of %p covers it in about 95 of 100', (p) => {
  const next = seeded(Math.round(p * 1000));
  let covered = 0;
  for (let run = 0; run < 2000; run++) {
    let x = 0;
    for (let i = 0; i < 50; i++) if (next() < p) x++;
    const { low, high } = wilsonInterval(x, 50);
    if (low <= p && p <= high) covered++;
  }
  expect(covered / 2000).toBeGreaterThan(0.92);
  expect(covered / 2000).toBeLessThan(0.98);
});

test('recall, precision and number needed to read; of nothing there is no share', () => {
  expect(relativeRecall(18, 20)).toMatchObject({ value: 0.9, n: 18, of: 20 });
  expect(relativeRecall(0, 0)).toBeNull();
  expect(precision(5, 200)!.value).toBe(0.025);
  const nnr = numberNeededToRead(5, 200)!;
  expect(nnr.value).toBe(40);
  expect(nnr.low).toBeLessThan(40);
  expect(nnr.high).toBeGreaterThan(40);
  expect(numberNeededToRead(0, 200)).toBeNull();
});

describe('two sources', () => {
  // The worked example that texts on capture and recapture give: 10 marked, 15 caught, 5 of them marked: 28 (from memory).
  test('Chapman, a worked example', () => expect(Math.floor(chapman(10, 15, 5).estimate)).toBe(28));
  test.each([
    ['no overlap', 10, 12, 0, ['no-overlap']],
    ['few in both', 30, 40, 3, ['few-in-both']],
    ['identical lists', 25, 25, 25, ['one-holds-other']],
    ['nothing at all', 0, 0, 0, ['no-overlap']],
    ['enough in both', 60, 80, 30, []],
  ])('%s', (_, a, b, both, cautions) => expect(chapman(a, b, both).cautions).toEqual(cautions));
  test('identical lists leave nothing to be missed', () =>
    expect(chapman(25, 25, 25)).toMatchObject({ estimate: 25, low: 25, high: 25, found: 25 }));
  test.each([
    [-1, 2, 0],
    [3, 4, 4],
    [1.5, 2, 0],
  ])('refuses %p, %p, %p', (a, b, both) => expect(() => chapman(a, b, both)).toThrow(RangeError));
  test('the interval covers the truth of simulated reviews in about 95 of 100', () => {
    const next = seeded(4711);
    let covered = 0;
    for (let run = 0; run < 600; run++) {
      let [a, b, both] = [0, 0, 0];
      for (let i = 0; i < 400; i++) {
        const [inA, inB] = [next() < 0.5, next() < 0.4];
        if (inA) a++;
        if (inB) b++;
        if (inA && inB) both++;
      }
      const { low, high } = chapman(a, b, both);
      if (low <= 400 && 400 <= high) covered++;
    }
    expect(covered / 600).toBeGreaterThan(0.92);
  });
});

test('overlap: what each has, alone and in common', () => {
  const membership = Uint32Array.of(1, 1, 3, 3, 2, 7);
  const overlap = overlapOf(membership, 3, { through: (i) => i > 0, kept: (i) => i === 5 });
  expect(overlap.databases.map((d) => [d.all.has, d.all.alone, d.through.alone, d.kept.has])).toEqual([
    [5, 2, 1, 1],
    [4, 1, 1, 1],
    [1, 0, 0, 1],
  ]);
  expect(overlap.sets[0]).toEqual({ mask: 1, all: 2, through: 1, kept: 0 });
  expect(estimateOf(overlap.sets, 0, 1, 'all')).toMatchObject({ found: 6 });
  expect(lostWithout(overlap.sets, 0b001)).toEqual({ all: 2, through: 1, kept: 0 });
  expect(lostWithout(overlap.sets, 0b011)).toEqual({ all: 5, through: 4, kept: 0 });
  expect(lostWithout(overlap.sets, 0b111)).toEqual({ all: 6, through: 5, kept: 1 });
  expect(lostWithout(overlapOf(Uint32Array.of(0, 1), 1, { through: () => true, kept: () => false }).sets, 1).all).toBe(1);
  expect(overlapOf(Uint32Array.of(1, 1), 1, { through: () => true, kept: () => false }).databases[0]!.all).toEqual({ has: 2, alone: 2 });
});

describe('agreement', () => {
  // The example that most introductions to kappa give: 20 and 15 agreed, 5 and 10 not: 0.4 (from memory).
  const table = [
    [20, 5],
    [10, 15],
  ];
  const value = (c: { value: number } | { words: string }) => ('value' in c ? c.value : Number.NaN);
  test('a worked example', () => {
    const a = agreementOf(table);
    expect(a.observed).toBeCloseTo(0.7, 10);
    expect(value(a.kappa)).toBeCloseTo(0.4, 10);
    expect(value(a.pabak)).toBeCloseTo(0.4, 10);
    // By hand: pi = 0.55, chance 2 · 0.55 · 0.45 = 0.495, (0.7 − 0.495) / 0.505.
    expect(value(a.ac1)).toBeCloseTo(0.205 / 0.505, 10);
  });
  // Feinstein & Cicchetti's paradox (J Clin Epidemiol 1990;43:543–549, from memory): 85 % agreed, kappa only 0.32.
  test('much agreement and a small kappa, where one answer is common', () => {
    const a = agreementOf([
      [80, 10],
      [5, 5],
    ]);
    expect(a.observed).toBeCloseTo(0.85, 10);
    expect(value(a.kappa)).toBeCloseTo(0.32, 2);
    expect(value(a.pabak)).toBeCloseTo(0.7, 10);
    expect(value(a.ac1)).toBeGreaterThan(0.8);
  });
  test('one who says the same of all: an answer in words, not NaN', () => {
    const a = agreementOf([
      [12, 0],
      [0, 0],
    ]);
    expect(a.kappa).toEqual({ words: expect.stringContaining('kappa has no value') });
    expect(value(a.ac1)).toBe(1);
    const b = agreementOf([
      [9, 3],
      [0, 0],
    ]);
    expect(value(b.kappa)).toBe(0);
    expect(Object.values(b).some((x) => Number.isNaN(x))).toBe(false);
  });
  test('nothing judged twice', () =>
    expect(
      agreementOf([
        [0, 0],
        [0, 0],
      ]),
    ).toMatchObject({ observed: null, kappa: { words: expect.any(String) } }));
  test.each([
    [[[1]]],
    [[[1, 2]]],
    [
      [
        [1, -1],
        [0, 0],
      ],
    ],
  ])('refuses %j', (bad) => expect(() => agreementOf(bad)).toThrow(RangeError));
  test.each(['kappa', 'pabak', 'ac1'] as const)(
    'the interval of %s covers the truth of simulated judges in about 95 of 100',
    (coefficient) => {
      const next = seeded(20261126);
      // Both see the same of 70 in 100 works, else each says what it likes, both values as often: 0.7 by all three.
      let covered = 0;
      for (let run = 0; run < 400; run++) {
        const t = [
          [0, 0],
          [0, 0],
        ];
        for (let i = 0; i < 200; i++) {
          const truth = next() < 0.5 ? 0 : 1;
          const same = next() < 0.7;
          t[same ? truth : next() < 0.5 ? 0 : 1]![same ? truth : next() < 0.5 ? 0 : 1]!++;
        }
        const found = agreementOf(t)[coefficient];
        if ('low' in found && found.low <= 0.7 && 0.7 <= found.high) covered++;
      }
      expect(covered / 400).toBeGreaterThan(0.92);
    },
  );
});
