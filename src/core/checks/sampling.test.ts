import { hypergeometricCdf, sampleSizeFor, upperBoundOfMarked } from './hypergeometric';
import { boundOfNone, drawn, drawSample, plannedSize } from './sample';
import { seeded } from './seeded';
import { spotResult } from './spot-check';

describe('the exact upper bound', () => {
  test.each([
    ['all were drawn: what was found is all there is', 40, 40, 3, 3],
    ['one of one', 1, 1, 1, 1],
    ['nothing found in half of two', 2, 1, 0, 1],
    ['all found', 10, 4, 4, 10],
  ])('%s', (_, size, drawn, found, expected) => expect(upperBoundOfMarked(size, drawn, found)).toBe(expected));
  test('is the largest number that is still believable, and the next is not', () => {
    for (const [size, drawn, found] of [
      [500, 60, 0],
      [500, 60, 2],
      [90, 30, 1],
    ] as const) {
      const bound = upperBoundOfMarked(size, drawn, found);
      expect(hypergeometricCdf(found, size, bound, drawn)).toBeGreaterThan(0.05);
      expect(hypergeometricCdf(found, size, bound + 1, drawn)).toBeLessThanOrEqual(0.05);
    }
  });
  // In a set without end none found in n shows at most about 3 / n: the rule of three (Hanley & Lippman-Hand, JAMA
  // 1983;249:1743–1745, from memory).
  test.each([30, 100, 300])('comes near the rule of three, %i drawn of very many', (n) =>
    expect(upperBoundOfMarked(1_000_000, n, 0) / 1_000_000).toBeCloseTo(1 - 0.05 ** (1 / n), 3),
  );
  test.each([
    [0, 1, 0],
    [10, 11, 0],
    [10, 5, 6],
    [10, 0, 0],
  ])('refuses size %p, drawn %p, found %p', (size, drawn, found) =>
    expect(() => upperBoundOfMarked(size, drawn, found)).toThrow(RangeError),
  );
});

test.each([883, 50, 3, 1, 20_000])('a planned sample of %i shows what was asked for, and one less does not', (size) => {
  const n = sampleSizeFor(size, 0.02);
  expect(upperBoundOfMarked(size, n, 0)).toBeLessThanOrEqual(Math.floor(0.02 * size));
  if (n > 1) expect(upperBoundOfMarked(size, n - 1, 0)).toBeGreaterThan(Math.floor(0.02 * size));
});
test('nothing stopped needs no sample', () => expect(plannedSize([0, 0], 0.02, 'stratified')).toBe(0));
test.each([
  [[883, 120, 40, 9], 0.05, 'stratified'],
  [[60, 60], 0.1, 'stratified'],
  [[3, 2], 0.02, 'stratified'],
  [[883, 120, 40, 9], 0.02, 'simple'],
  [[700], 0.02, 'stratified'],
] as const)('of %j a sample for %p, %s, shows it with none found', (sizes, share, design) => {
  const all = sizes.reduce((a: number, b: number) => a + b, 0);
  const n = plannedSize(sizes, share, design);
  expect(boundOfNone(sizes, n, design)).toBeLessThanOrEqual(Math.floor(share * all));
  // What was planned is what the result then says.
  const drawnNow = drawSample(
    sizes.map((size, k) => ({ limiter: `l${k}`, works: Array.from({ length: size }, (_, i) => k * 10_000 + i) })),
    n,
    seeded(5),
    design,
  );
  const judged = drawnNow.map((d) => ({ limiter: d.limiter, size: d.size, judged: d.works.length, wrong: 0, unsure: 0 }));
  expect(spotResult(judged, design).whole.atMost).toBe(boundOfNone(sizes, n, design));
});
test('one lot over all needs fewer than a figure for each limiter', () =>
  expect(plannedSize([883, 120, 40], 0.02, 'simple')).toBeLessThan(plannedSize([883, 120, 40], 0.02, 'stratified')));

describe('the sample', () => {
  const strata = [
    { limiter: 'a', works: Array.from({ length: 90 }, (_, i) => i) },
    { limiter: 'b', works: [100, 101, 102] },
    { limiter: 'none', works: [] },
  ];
  test('is the same for the same seed, by shares, one of each at least', () => {
    const drawn = drawSample(strata, 12, seeded(7));
    expect(drawn).toEqual(drawSample(strata, 12, seeded(7)));
    expect(drawn).not.toEqual(drawSample(strata, 12, seeded(8)));
    expect(drawn.map((d) => [d.limiter, d.size, d.works.length])).toEqual([
      ['a', 90, 11],
      ['b', 3, 1],
    ]);
    expect(new Set(drawn[0]!.works).size).toBe(11);
  });
  test.each([
    [93, 93],
    [500, 93],
    [1, 2],
  ])('of %i asked for, %i are drawn', (asked, got) =>
    expect(drawSample(strata, asked, seeded(1)).reduce((n, d) => n + d.works.length, 0)).toBe(got),
  );
  test('asked for more than there are, all in another order', () => {
    const all = Array.from({ length: 40 }, (_, i) => i);
    const lot = drawn(all, Number.POSITIVE_INFINITY, seeded(3));
    expect(lot).not.toEqual(all);
    expect([...lot].sort((a, b) => a - b)).toEqual(all);
  });
  test('nothing stopped', () => expect(drawSample([], 5, seeded(1))).toEqual([]));
});

// Simulated reviews of which the truth is known. The bound holds in 95 % at least, counted over many of them: with 400
// repetitions fewer than 92 % would come about less than once in a hundred times if it did.
test.each([
  [300, 9, 60],
  [300, 0, 60],
  [120, 30, 40],
  [40, 1, 39],
])('of %i stopped %i wrongly, %i drawn: the bound covers the truth', (size, wrong, drawn) => {
  const next = seeded(size * 31 + wrong);
  const works = Array.from({ length: size }, (_, i) => i);
  let covered = 0;
  for (let run = 0; run < 400; run++) {
    const [sample] = drawSample([{ limiter: 'x', works }], drawn, next);
    if (upperBoundOfMarked(size, drawn, sample!.works.filter((w) => w < wrong).length) >= wrong) covered++;
  }
  expect(covered / 400).toBeGreaterThanOrEqual(0.92);
});
test('two strata: the bound for the whole holds as often as it says', () => {
  const next = seeded(99);
  const strata = [200, 80].map((n, k) => ({ limiter: `l${k}`, works: Array.from({ length: n }, (_, i) => k * 1000 + i) }));
  const isWrong = (w: number) => (w < 1000 ? w < 10 : w < 1012);
  let covered = 0;
  for (let run = 0; run < 300; run++) {
    const judged = drawSample(strata, 60, next).map((d) => ({
      limiter: d.limiter,
      size: d.size,
      judged: d.works.length,
      wrong: d.works.filter(isWrong).length,
      unsure: 0,
    }));
    if (spotResult(judged).whole.atMost! >= 22) covered++;
  }
  expect(covered / 300).toBeGreaterThanOrEqual(0.92);
});
test.each([
  ['none found', [{ limiter: 'a', size: 100, judged: 50, wrong: 0, unsure: 0 }], 0],
  ['two of ten, of a hundred', [{ limiter: 'a', size: 100, judged: 10, wrong: 2, unsure: 0 }], 20],
  [
    'two strata, weighted',
    [
      { limiter: 'a', size: 100, judged: 10, wrong: 1, unsure: 0 },
      { limiter: 'b', size: 30, judged: 10, wrong: 5, unsure: 0 },
    ],
    25,
  ],
])('estimate: %s', (_, strata, expected) => expect(spotResult(strata).whole.estimate).toBeCloseTo(expected, 9));
test('what nobody judged yet has no estimate, and bounds nothing', () => {
  const { whole, strata } = spotResult([
    { limiter: 'a', size: 10, judged: 10, wrong: 0, unsure: 0 },
    { limiter: 'b', size: 7, judged: 0, wrong: 0, unsure: 0 },
  ]);
  expect(whole).toMatchObject({ estimate: null, atMost: 7 });
  expect(strata[1]).toMatchObject({ rate: null, atMost: null });
  expect(spotResult([]).whole).toMatchObject({ estimate: 0, atMost: null });
});

test('one lot: the whole is estimated and bounded at once, and a limiter of which none was drawn has no figure', () => {
  const strata = [
    { limiter: 'a', size: 900, judged: 58, wrong: 2, unsure: 0 },
    { limiter: 'b', size: 100, judged: 0, wrong: 0, unsure: 0 },
  ];
  const { strata: each, whole } = spotResult(strata, 'simple');
  expect(whole.estimate).toBeCloseTo((1000 * 2) / 58, 9);
  expect(whole.atMost).toBe(upperBoundOfMarked(1000, 58, 2));
  expect(each[1]).toMatchObject({ rate: null, atMost: null });
  expect(spotResult(strata).whole.estimate).toBeNull();
});
test('what nobody could tell counts against the limiter in the bound, and not in the estimate', () => {
  const { strata, whole } = spotResult([{ limiter: 'a', size: 100, judged: 18, wrong: 0, unsure: 2 }]);
  expect(whole).toMatchObject({ estimate: 0, atMost: upperBoundOfMarked(100, 20, 2) });
  expect(strata[0]!.rate).toMatchObject({ n: 0, of: 18 });
  expect(spotResult([{ limiter: 'a', size: 9, judged: 0, wrong: 0, unsure: 3 }]).whole).toMatchObject({ estimate: null, atMost: 9 });
});
test('one lot over two strata: the bound covers the truth', () => {
  const next = seeded(1234);
  const strata = [200, 80].map((n, k) => ({ limiter: `l${k}`, works: Array.from({ length: n }, (_, i) => k * 1000 + i) }));
  let covered = 0;
  for (let run = 0; run < 400; run++) {
    const judged = drawSample(strata, 60, next, 'simple').map((d) => ({
      ...{ limiter: d.limiter, size: d.size, judged: d.works.length, unsure: 0 },
      wrong: d.works.filter((w) => (w < 1000 ? w < 10 : w < 1012)).length,
    }));
    if (spotResult(judged, 'simple').whole.atMost! >= 22) covered++;
  }
  expect(covered / 400).toBeGreaterThanOrEqual(0.92);
});
