import fc from 'fast-check';
import { classifyWork, levelTable, NO_SCOPE, readyRecord } from '@/core/classify';
import { type BibRecord, emptyRecord } from '@/core/record';
import { bitCount, CODED_AXES, codesOf, fullMask, type Mask, maskOf } from '@/core/vocabularies';
import { fieldRecords } from '@/testing/field-records';
import { seeded } from '@/testing/seeded';
import {
  askedAgain,
  basisOfLots,
  CLASSES,
  calibrate,
  coverageOf,
  FIGURES,
  featuresOf,
  LIKELY_AXES,
  LOT_PROOFS,
  likelihoods,
  likelyMasks,
  likelySet,
  modelOf,
  narrowedByRuling,
  type Proof,
  packedShares,
  proofOf,
  proofsFor,
  pushes,
  sharesOfWork,
  strangenessOf,
  tooFewInside,
  usualness,
} from '.';

const DESIGNS = CODED_AXES.design.values;
const ALL = fullMask(DESIGNS.length);
const LEVELS = levelTable('ocebm-2011', 'treatment-benefit');
const record = (title: string, abstract: string): BibRecord => ({ ...emptyRecord('ris'), title, abstract });

/** Told, not named: none of the texts that was learnt from. */
const DRAWN = record(
  'Sourdough starters and the patience of apprentices',
  'Of 72 apprentices at a baking school, names were pulled from a bowl: half were handed a starter of wild yeast and the other half packets. After six weeks a master baker, who did not know which loaf came from whom, marked the crumb of every loaf.',
);
const TALKED = record(
  'What lock keepers remember of the floods',
  'Nine lock keepers talked with us for two hours each, on their boats or at the kitchen table. We read the transcripts several times, wrote down what came back again and again, and arranged it under four themes.',
);

describe('sets by conformal prediction', () => {
  /** A made-up axis of few values, on which the model gives the true one a share that varies. */
  const random = seeded(20261129);
  const values = DESIGNS.slice(0, 5);
  const codes = values.map((v) => v.code);
  const draw = () => {
    const code = codes[Math.floor(random() * codes.length)]!;
    const raw = codes.map((c) => random() ** 2 + (c === code ? random() * 1.5 : 0));
    const sum = raw.reduce((a, b) => a + b, 0);
    return { code, shares: raw.map((x) => x / sum) };
  };
  const proofFor = ({ code, shares }: ReturnType<typeof draw>): Proof => ({
    code,
    strangeness: strangenessOf(codes, shares, codes).get(code)!,
    weight: 1,
  });

  test.each([0.9, 0.95, 0.99])('the true value is inside in a share of %d of works, whatever the model', (wanted) => {
    const calibration = calibrate(Array.from({ length: 3000 }, () => proofFor(draw())));
    const tries = 4000;
    let inside = 0;
    let size = 0;
    for (let i = 0; i < tries; i++) {
      const work = draw();
      const { mask } = likelySet(values, fullMask(5), codes, work.shares, calibration, wanted);
      if (codesOf(values, mask).includes(work.code)) inside++;
      size += bitCount(mask);
    }
    // Within four standard errors of a share of so many tries, above or below.
    const error = 4 * Math.sqrt((wanted * (1 - wanted)) / tries);
    expect(inside / tries).toBeGreaterThan(wanted - error);
    expect(inside / tries).toBeLessThan(wanted + error + 0.01);
    expect(size / tries).toBeLessThan(5);
  });

  test('a set is never wider than what the rules leave, never empty, and one value stays one', () => {
    const calibration = calibrate(Array.from({ length: 300 }, () => proofFor(draw())));
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 31 }),
        fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
        (left, raw) => {
          const sum = raw.reduce((a, b) => a + b, 0);
          const { mask, disputed } = likelySet(
            values,
            left,
            codes,
            raw.map((x) => x / sum),
            calibration,
            0.95,
          );
          expect(mask & ~left).toBe(0);
          expect(mask).not.toBe(0);
          if (bitCount(left) === 1) expect(mask).toBe(left);
          if (disputed) expect(mask).toBe(left);
        },
      ),
    );
  });

  test('more coverage is never a smaller set', () => {
    const calibration = calibrate(Array.from({ length: 500 }, () => proofFor(draw())));
    for (let i = 0; i < 200; i++) {
      const { shares } = draw();
      const at = (wanted: number) => likelySet(values, fullMask(5), codes, shares, calibration, wanted);
      const [wide, narrow] = [at(0.99), at(0.9)];
      if (!narrow.disputed) expect(narrow.mask & ~wide.mask).toBe(0);
    }
  });

  test('where nothing that the rules leave is likely, the rules stand and it is disputed', () => {
    const calibration = calibrate(Array.from({ length: 200 }, (_, i) => ({ code: codes[i % 5]!, strangeness: 0.05, weight: 1 })));
    const even = codes.map(() => 0.2);
    expect(likelySet(values, fullMask(5), codes, even, calibration, 0.95)).toEqual({ mask: fullMask(5), disputed: true });
  });

  test('the set is that of the values that are usual enough, one by one', () => {
    for (const size of [10, 150, 700]) {
      const calibration = calibrate(Array.from({ length: size }, () => proofFor(draw())));
      for (const wanted of [0.8, 0.95, 0.99])
        for (let i = 0; i < 60; i++) {
          const { shares } = draw();
          const left = (1 + Math.floor(random() * 31)) >>> 0;
          const strange = strangenessOf(codes, shares, codesOf(values, left));
          const kept = codesOf(values, left).filter((c) => usualness(calibration, c, strange.get(c)!) > 1 - wanted);
          const { mask } = likelySet(values, left, codes, shares, calibration, wanted);
          expect(codesOf(values, mask)).toEqual(kept.length && bitCount(left) > 1 ? kept : codesOf(values, left));
        }
    }
  });

  test('a value that was never learnt stays', () => {
    const known = codes.slice(0, 4);
    const calibration = calibrate(Array.from({ length: 200 }, () => proofFor(draw())));
    const { mask } = likelySet(values, fullMask(5), known, [0.97, 0.01, 0.01, 0.01], calibration, 0.95);
    expect(codesOf(values, mask)).toContain(codes[4]);
  });
});

describe('the models that ship', () => {
  const designs = (r: BibRecord): string[] => {
    const work = classifyWork([readyRecord(1, r, NO_SCOPE)], LEVELS);
    const likely = likelyMasks(work, sharesOfWork([packedShares(r)]), LEVELS, basisOfLots());
    return codesOf(DESIGNS, likely?.design ?? work.axes.design.mask);
  };

  test.each([
    ['names pulled from a bowl', DRAWN, 'randomised-trial', 'qualitative'],
    ['talks read for what came back', TALKED, 'qualitative', 'randomised-trial'],
  ])('%s', (_what, r, is, isNot) => {
    const found = designs(r);
    expect(found).toContain(is);
    expect(found).not.toContain(isNot);
    expect(found.length).toBeLessThan(8);
  });

  test('without a text nothing is narrower', () => {
    expect(packedShares({ ...DRAWN, abstract: 'Short.' })).toBe('');
    expect(sharesOfWork(['', undefined])).toBeNull();
    expect(designs({ ...DRAWN, title: 'Loaves', abstract: '' }).length).toBeGreaterThan(20);
  });

  test('what the rules settle stays as it is', () => {
    const named = record('A randomised trial of starters', `${DRAWN.abstract} This was a randomised controlled trial.`);
    const work = classifyWork([readyRecord(1, named, NO_SCOPE)], LEVELS);
    expect(work.axes.design.status).toBe('settled');
    const likely = likelyMasks(work, sharesOfWork([packedShares(TALKED)]), LEVELS, basisOfLots());
    expect(likely?.design ?? work.axes.design.mask).toBe(work.axes.design.mask);
  });

  test('shares come back from their packed form within a twentieth, and those of two records are put together', () => {
    const packed = packedShares(DRAWN);
    const design = sharesOfWork([packed])!.design!;
    const exact = likelihoods(modelOf('design'), featuresOf(DRAWN));
    exact.forEach((share, c) => {
      if (share > 1e-4) expect(Math.abs(design[c]! / share - 1)).toBeLessThan(0.05);
    });
    const both = sharesOfWork([packed, packedShares(TALKED), ''])!;
    const at = CLASSES.design.indexOf('qualitative');
    expect(both.design![at]!).toBeGreaterThan(design[at]!);
  });

  test('of what was weighed any axis can be asked about later, and what was not weighed is not made up', () => {
    const all = packedShares(DRAWN);
    for (const axes of [[], ['design'], ['sourceType', 'design'], [...LIKELY_AXES]] as const) {
      const again = askedAgain(all, axes)!;
      expect(sharesOfWork([again])).toEqual(sharesOfWork([packedShares(DRAWN, axes)]));
      expect(askedAgain(again, LIKELY_AXES)).toBe(all);
      expect(packedShares(DRAWN, axes, LIKELY_AXES)).toBe(axes.length ? again : '');
    }
    const design = packedShares(DRAWN, ['design']);
    expect(askedAgain(design, ['design', 'sourceType'])).toBeNull();
    expect(askedAgain('', ['design'])).toBeNull();
    expect(askedAgain('', [])).toBe('');
    // One that is only kept tells nothing of a work that another record tells of.
    const kept = packedShares(TALKED, ['sourceType'], LIKELY_AXES);
    expect(sharesOfWork([design, kept])!.design).toEqual(sharesOfWork([design])!.design);
  });

  test('shares by numbered signs are those by named ones, to the byte', async () => {
    for (const { record } of await fieldRecords()) {
      const packed = atob(packedShares(record));
      if (packed === '') continue;
      const features = featuresOf(record);
      const named = LIKELY_AXES.flatMap((axis) => [...likelihoods(modelOf(axis), features)]);
      expect([...packed.slice(1)].map((c) => c.charCodeAt(0))).toEqual(
        named.map((share) => Math.min(255, Math.round((-16 / Math.LN2) * Math.log(Math.max(share, 1e-12))))),
      );
    }
  });

  test('what weighed most for a value are words of the text', () => {
    const strongest = pushes(modelOf('design'), featuresOf(DRAWN), 'randomised-trial').slice(0, 5);
    expect(strongest[0]!.push).toBeGreaterThan(0);
    for (const { sign } of strongest)
      if (sign.field !== 'record') expect(DRAWN[sign.field].slice(sign.start, sign.end).length).toBeGreaterThan(1);
  });

  test.each(LIKELY_AXES)('%s: the figures that ship are those of works that were counted', (axis) => {
    const { outside, inside } = FIGURES[axis];
    expect(outside.reduce((n, lot) => n + lot.works, 0)).toBe(LOT_PROOFS[axis].length);
    expect(inside.works).toBe(LOT_PROOFS[axis].length);
    for (const f of [...outside, inside]) {
      expect(f.covered).toBeLessThanOrEqual(f.works);
      expect(f.atMost1).toBeLessThanOrEqual(f.atMost2);
      expect(f.atMost2).toBeLessThanOrEqual(f.atMost3);
    }
  });
});

describe("a review's own proofs", () => {
  const own = (n: number, strangeness: number): Proof[] =>
    Array.from({ length: n }, () => ({ code: 'qualitative', strangeness, weight: 1 }));

  test('ours give way to them, and are gone when there are a hundred', () => {
    const weight = (n: number) => proofsFor('design', own(n, 0.1)).reduce((sum, p) => sum + p.weight, 0) - n;
    expect(weight(50)).toBeCloseTo(weight(0) / 2);
    expect(weight(100)).toBe(0);
  });

  test('rulings that the model finds usual are inside, those that it finds as strange as can be are not', () => {
    expect(coverageOf('design', own(40, 0.2), 0.95)).toEqual({ inside: 40, of: 40 });
    expect(coverageOf('design', [...own(30, 0.2), ...own(4, 0.9995)], 0.95).inside).toBe(30);
  });

  // Tails of the binomial distribution at 95 %, by hand: 0.05; 0.0025; 0.0861; 0.0115; 0.0282 and 0.0115 of a hundred.
  test.each([
    [0, 0, false],
    [1, 1, false],
    [0, 1, false],
    [0, 2, true],
    [8, 10, false],
    [7, 10, true],
    [90, 100, false],
    [89, 100, true],
  ])('%i of %i inside: switched off is %p', (inside, of, off) => expect(tooFewInside({ inside, of }, 0.95)).toBe(off));

  test('a work is proof where the rules leave several values, the ruled one among them', () => {
    const shares = sharesOfWork([packedShares(DRAWN)]);
    const mask = (...codes: string[]): Mask => maskOf(DESIGNS, codes);
    expect(proofOf('design', ALL, shares, ['randomised-trial'])!.strangeness).toBeLessThan(0.9);
    expect(proofOf('design', mask('qualitative'), shares, ['qualitative'])).toBeNull();
    expect(proofOf('design', mask('qualitative', 'case-series'), shares, ['randomised-trial'])).toBeNull();
    expect(proofOf('design', ALL, null, ['randomised-trial'])).toBeNull();
  });

  test('what a decision leaves is proof where it is one value of those that the rules leave', () => {
    const shares = sharesOfWork([packedShares(DRAWN)]);
    const left = maskOf(DESIGNS, ['randomised-trial', 'cross-sectional', 'case-series']);
    expect(proofOf('design', left, shares, ['randomised-trial', 'cluster-randomised-trial'])).toMatchObject({ code: 'randomised-trial' });
    expect(proofOf('design', left, shares, ['randomised-trial', 'cross-sectional'])).toBeNull();
    expect(proofOf('design', left, shares, [])).toBeNull();
  });

  describe('how many sets would be narrower after rulings', () => {
    const open = (r: BibRecord) => {
      const shares = sharesOfWork([packedShares(r)])!;
      const basis = basisOfLots();
      const set = (wanted: number) => likelySet(DESIGNS, ALL, CLASSES.design, shares.design!, basis.calibrations.design!, wanted).mask;
      return { left: ALL, shares, likely: set(0.95) };
    };
    const works = [DRAWN, TALKED].map(open);

    test('none without a ruling: nothing has changed', () => expect(narrowedByRuling('design', [], [], works, 0.95)).toBe(0));
    test('all whose sets are wider than what proofs of the review give', () => {
      const wide = works.map((w) => ({ ...w, likely: w.left }));
      expect(narrowedByRuling('design', [], works, wide, 0.95)).toBe(2);
    });
    test('proofs that were as strange as can be leave none to narrow', () =>
      expect(narrowedByRuling('design', own(100, 1), works, works, 0.95)).toBe(0));
  });
});
