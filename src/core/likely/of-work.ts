import { type Classification, type LevelTable, type LikelyMasks, peerReviewOf } from '@/core/classify';
import { bitCount, CODED_AXES, codesOf, type Mask } from '@/core/vocabularies';
import { LIKELY_AXES, type LikelyAxis } from './axes';
import { type Calibration, calibrate, likelySet, type Proof, strangenessOf, usualness } from './conformal';
import { CLASSES, LOT_PROOFS } from './models';
import type { Shares } from './shares';

/** What likely sets are made by in a review: how much they are to cover, and what that is proved on. Null: switched off. */
export interface LikelyBasis {
  wanted: number;
  calibrations: Record<LikelyAxis, Calibration | null>;
}

/** With so many works of an axis settled by people, a review needs no proofs of ours any more. */
export const OWN_PROOFS = 100;

/** Proofs for a review: its own, and ours for as much as it has too few. */
export function proofsFor(axis: LikelyAxis, own: readonly Proof[]): Proof[] {
  const rest = Math.max(0, 1 - own.length / OWN_PROOFS);
  return [...(rest > 0 ? LOT_PROOFS[axis].map((p) => ({ ...p, weight: p.weight * rest })) : []), ...own];
}

/** Sets as before any review has its own proofs. */
export const basisOfLots = (wanted = 0.95): LikelyBasis => ({
  wanted,
  calibrations: Object.fromEntries(LIKELY_AXES.map((a) => [a, calibrate(proofsFor(a, []))])) as LikelyBasis['calibrations'],
});

/**
 * Narrows what the rules leave of a work to what is likely by its text; what follows from other axes is narrowed with
 * them. Settled and disputed axes stay as they are.
 */
export function likelyMasks(work: Classification, shares: Shares | null, levels: LevelTable, basis: LikelyBasis): LikelyMasks | undefined {
  if (!shares) return undefined;
  const masks = Object.fromEntries(LIKELY_AXES.map((a) => [a, work.axes[a].mask])) as Record<LikelyAxis, Mask>;
  const disputed: LikelyAxis[] = [];
  let narrowed = false;
  for (const axis of LIKELY_AXES) {
    const { mask, status } = work.axes[axis];
    const calibration = basis.calibrations[axis];
    const own = shares[axis];
    if (!own || !calibration || status === 'settled' || status === 'conflicting') continue;
    const set = likelySet(CODED_AXES[axis].values, mask, CLASSES[axis], own, calibration, basis.wanted);
    masks[axis] = set.mask;
    if (set.disputed) disputed.push(axis);
    if (set.mask !== mask) narrowed = true;
  }
  if (!narrowed && disputed.length === 0) return undefined;
  return { ...masks, ...followed(work, masks, levels), disputed };
}

/** Peer review and level as they follow from narrower sets; never wider, and never empty. */
function followed(work: Classification, masks: Record<LikelyAxis, Mask>, levels: LevelTable): { peerReview: Mask; level: Mask } {
  const within = (left: Mask, mask: Mask): Mask => (left & mask) >>> 0 || left;
  const { peerReview, level } = work.axes;
  return {
    peerReview: within(peerReview.mask, peerReviewOf(masks.sourceType, masks.publicationType, work.venue, work.press)),
    level: within(level.mask, levels.levelsOf(masks.design, work.attributes, work.includes, masks.publicationType)),
  };
}

/**
 * A work that a person settled, as proof: how strange its value looked among those that the rules left.
 * @param said the values that the person's word leaves: it is proof where just one of those that the rules leave is among them
 * @returns null when it is none
 */
export function proofOf(axis: LikelyAxis, left: Mask, shares: Shares | null, said: readonly string[]): Proof | null {
  const codes = codesOf(CODED_AXES[axis].values, left);
  const own = shares?.[axis];
  const [code, ...more] = codes.filter((c) => said.includes(c));
  if (!own || codes.length < 2 || !code || more.length > 0 || !CLASSES[axis].includes(code)) return null;
  return { code, strangeness: strangenessOf(CLASSES[axis], own, codes).get(code)!, weight: 1 };
}

/** A work as it stands: what the rules leave of an axis, what its text says to the model, and the likely set it has now. */
export interface OpenWork {
  left: Mask;
  shares: Shares;
  likely: Mask;
}

/**
 * How many sets would be narrower than they are, if some works were ruled on and the rulings fell as the model expects:
 * each of them is a proof of every value that the rules leave it, weighed by its share. An estimate, not a promise.
 * @param own the proofs that the review has
 * @param ruled works that would be ruled on
 * @param others works whose sets are looked at
 */
export function narrowedByRuling(
  axis: LikelyAxis,
  own: readonly Proof[],
  ruled: readonly OpenWork[],
  others: readonly OpenWork[],
  wanted: number,
): number {
  const expected = ruled.flatMap(({ left, shares }) => expectedProofs(axis, left, shares));
  const rest = Math.max(0, 1 - (own.length + ruled.length) / OWN_PROOFS);
  const lots = LOT_PROOFS[axis].map((p) => ({ ...p, weight: p.weight * rest }));
  const then = calibrate([...(rest > 0 ? lots : []), ...own, ...expected]);
  return others.filter(({ left, shares, likely }) => {
    const model = shares[axis];
    if (!model) return false;
    return bitCount(likelySet(CODED_AXES[axis].values, left, CLASSES[axis], model, then, wanted).mask) < bitCount(likely);
  }).length;
}

function expectedProofs(axis: LikelyAxis, left: Mask, shares: Shares): Proof[] {
  const own = shares[axis];
  if (!own) return [];
  const strangeness = strangenessOf(CLASSES[axis], own, codesOf(CODED_AXES[axis].values, left));
  return [...strangeness].flatMap(([code, strange]) =>
    CLASSES[axis].includes(code) && strange < 1 ? [{ code, strangeness: strange, weight: 1 - strange }] : [],
  );
}

/**
 * How many of a review's own proofs lay inside the set that was given before they were settled: each is asked of what the
 * proofs before it, and ours, give.
 * @param own in the order in which they were settled
 */
export function coverageOf(axis: LikelyAxis, own: readonly Proof[], wanted: number): { inside: number; of: number } {
  const inside = own.filter((p, i) => {
    const before = calibrate(proofsFor(axis, own.slice(0, i)));
    return usualness(before, p.code, p.strangeness) > 1 - wanted;
  });
  return { inside: inside.length, of: own.length };
}

/** How rarely so many must be missed by chance before an axis is switched off. */
const RARE = 0.025;

/**
 * Whether fewer true values lie inside than is stated, by more than chance: so many misses or more would be seen in less
 * than 2.5 % of reviews whose sets do hold the stated share (the tail of the binomial distribution).
 */
export function tooFewInside({ inside, of }: { inside: number; of: number }, wanted: number): boolean {
  const missed = of - inside;
  // The chance of fewer misses: each term from the one before.
  let term = wanted ** of;
  let fewer = 0;
  for (let k = 0; k < missed; k++) {
    fewer += term;
    term *= ((of - k) / (k + 1)) * ((1 - wanted) / wanted);
  }
  return missed > 0 && 1 - fewer < RARE;
}
