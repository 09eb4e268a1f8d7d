import { ALL } from '@/core/vocabularies';
import { seeded } from '@/testing/seeded';
import { CLAIM_AXES, type Claim, makeClaim, TIERS } from './claim';
import { ClaimSheet, leftOf } from './claim-sheet';
import { resolveAxis } from './resolve';

/** Claims as records make them, and as none does: many on one axis, usual and widened ones. */
function someClaims(seed: number, count: number): Claim[] {
  const next = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  return Array.from({ length: count }, () => {
    const claim = makeClaim(
      pick(CLAIM_AXES),
      Math.floor(next() * 2 ** 32) >>> 0,
      pick(['one', 'two', 'three']),
      pick(TIERS),
      pick(['title', 'abstract', 'type']),
      pick(['', 'a “trial”']),
      pick([0, 3]),
      pick([0, 70_000]),
      pick([undefined, true]),
    );
    return next() < 0.2 ? { ...claim, own: 3 } : claim;
  });
}

test.each([1, 2, 3])('claims come off a sheet as they came on it, however many, seed %i', (seed) => {
  const sheet = new ClaimSheet();
  for (const count of [5, 400, 0, 63, 64, 65]) {
    const claims = someClaims(seed + count, count);
    sheet.clear();
    for (const claim of claims) sheet.take(claim);
    expect(sheet.claims()).toEqual(claims);
  }
});

test('a claim is taken as it was before it was widened', () => {
  const sheet = new ClaimSheet();
  const claim = makeClaim('design', 5, 'one', 'weak', 'abstract', 'words');
  sheet.take(claim);
  sheet.widen(0, 8);
  expect(sheet.claims()).toEqual([{ ...claim, mask: 13, own: 5 }]);
  const again = new ClaimSheet();
  again.take(sheet.claims()[0]!, true);
  expect(again.claims()).toEqual([claim]);
});

test('those that do not hold are taken out behind a place, and the others keep their order', () => {
  const claims = someClaims(4, 90);
  const sheet = ClaimSheet.of(claims);
  sheet.keepOnly((i) => sheet.rules[i] !== 'two', 10);
  const kept = claims.filter((c, i) => i < 10 || c.rule !== 'two');
  expect(sheet.claims()).toEqual(kept);
  expect(kept.length).toBeLessThan(80);
});

test.each([1, 2, 3, 4])('what is left of an axis is what resolving its claims gives, seed %i', (seed) => {
  let conflicting = 0;
  for (let n = 0; n < 60; n++) {
    const claims = someClaims(100 * seed + n, 3 + n).map((c) => ({ ...c, mask: (c.mask & (c.mask >>> 3) & (c.mask >>> 7)) >>> 0 || 1 }));
    for (const axis of ['design', 'sourceType', 'publicationType', 'peerReview'] as const) {
      const { mask, status } = resolveAxis(
        claims.filter((c) => c.axis === axis),
        ALL[axis],
      );
      if (status === 'conflicting') conflicting++;
      expect(leftOf(claims)(axis)).toBe(status === 'conflicting' ? 0 : mask);
    }
  }
  expect(conflicting).toBeGreaterThan(5);
  expect(conflicting).toBeLessThan(235);
});
