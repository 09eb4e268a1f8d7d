import { bitCount, type Mask } from '@/core/vocabularies';
import { type Claim, STATED_TIERS, TIERS, type Tier } from './claim';

export type Status = 'settled' | 'narrowed' | 'unknown' | 'conflicting';

/** What the claims on one axis leave. */
export interface Resolution {
  mask: Mask;
  status: Status;
  /** The tier that narrowed the set last; null when nothing did. */
  tier: Tier | null;
}

export interface AxisResult<C = unknown> extends Resolution {
  /** The same, from stated tiers only. */
  stated: Resolution;
  /** Those of the claims given that disagree with what stronger tiers left: the claims themselves, wherever they stand later. */
  dissents: C[];
  /**
   * When the axis is conflicting, the values that the sharpest of the contradicting claims allow; else empty. A general
   * claim that merely includes a sharp one ("in a periodical" beside "editorial") has no part in the dispute.
   */
  disputed: Mask;
}

type ClaimOnAxis = Pick<Claim, 'mask' | 'tier' | 'usual'> & Partial<Pick<Claim, 'field'>>;

/** The tiers in the order in which they are walked: strong inference twice, from the title first. */
const RANKED: readonly Tier[] = TIERS.flatMap((t) => (t === 'strong' ? [t, t] : [t]));
const STRONG = TIERS.indexOf('strong');
const FIRST_INFERRED = STATED_TIERS.length;
const PLACES = Object.fromEntries(TIERS.map((t, i) => [t, i])) as Record<Tier, number>;

/** Claims on one axis as columns, filled for one axis after the other. */
export class OnAxis {
  length = 0;
  masks = new Uint32Array(32);
  /** Places in RANKED. */
  ranks = new Uint8Array(32);
  usual = new Uint8Array(32);

  clear() {
    this.length = 0;
  }

  /** @param tier its place among the tiers */
  add(mask: Mask, tier: number, inTitle: boolean, usual: boolean) {
    const i = this.length++;
    if (i === this.masks.length) this.grow();
    this.masks[i] = mask;
    this.ranks[i] = tier > STRONG || (tier === STRONG && !inTitle) ? tier + 1 : tier;
    this.usual[i] = usual ? 1 : 0;
  }

  private grow() {
    const [masks, ranks, usual] = [this.masks, this.ranks, this.usual];
    [this.masks, this.ranks, this.usual] = [
      new Uint32Array(2 * masks.length),
      new Uint8Array(2 * masks.length),
      new Uint8Array(2 * masks.length),
    ];
    this.masks.set(masks);
    this.ranks.set(ranks);
    this.usual.set(usual);
  }
}
const inHand = new OnAxis();

/**
 * Resolves one axis: start from all values and walk the tiers down. In a tier, a claim that shares no value with the
 * current set is a dissent, and the others are intersected with it. When they leave nothing the axis is conflicting:
 * the set is what any of them allows, and the walk stops. Among strong inferences, what the title names comes before
 * what the text tells, which may be of other work. What is usual comes last in its tier and gives way silently.
 * The order of claims does not matter.
 * @param all mask of all values of the axis
 */
export function resolveAxis<C extends ClaimOnAxis>(claims: readonly C[], all: Mask): AxisResult<C> {
  inHand.clear();
  for (let i = 0; i < claims.length; i++) {
    const { mask, tier, field, usual } = claims[i]!;
    inHand.add(mask, PLACES[tier], field === 'title', usual === true);
  }
  const { mask, status, tier, stated, dissents, disputed } = walk(inHand, all);
  return { mask, status, tier, stated, dissents: dissents.map((i) => claims[i]!), disputed };
}

/** The same of claims in columns: dissents are their places. */
export function walk(on: OnAxis, all: Mask): AxisResult<number> {
  const { length, masks, ranks, usual } = on;
  let stated: Resolution | null = null;
  let [current, settledBy]: [Mask, Tier | null] = [all, null];
  const dissents: number[] = [];
  let disputed = 0;
  let status: Status | null = null;
  let present = 0;
  for (let i = 0; i < length; i++) present |= 1 << ranks[i]!;
  for (let rank = 0; rank < RANKED.length; rank++) {
    const tier = RANKED[rank]!;
    if (rank === FIRST_INFERRED) stated = { mask: current, status: statusOf(current, all), tier: settledBy };
    if (!((present >>> rank) & 1)) continue;
    let left = current;
    let union = 0;
    let someUsual = false;
    for (let i = 0; i < length; i++) {
      if (ranks[i] !== rank) continue;
      const mask = masks[i]!;
      if (usual[i] === 1) someUsual = true;
      else if ((mask & current) === 0) dissents.push(i);
      else {
        left = (left & mask) >>> 0;
        union = (union | mask) >>> 0;
      }
    }
    if (left === 0) {
      [current, settledBy, status, disputed] = [(current & union) >>> 0, tier, 'conflicting', sharpest(on, rank, current)];
      break;
    }
    if (someUsual) left = withUsual(on, rank, left);
    if (left !== current) settledBy = tier;
    current = left;
  }
  const final = status ?? statusOf(current, all);
  return {
    mask: current,
    status: final,
    tier: settledBy,
    stated: stated ?? { mask: current, status: final, tier: settledBy },
    dissents,
    disputed,
  };
}

/** Narrows by what is usual. Two records for which different things are usual say nothing together. */
function withUsual({ length, masks, ranks, usual }: OnAxis, rank: number, left: Mask): Mask {
  let narrowed = left;
  for (let i = 0; i < length; i++)
    if (usual[i] === 1 && ranks[i] === rank && (masks[i]! & left) !== 0) narrowed = (narrowed & masks[i]!) >>> 0;
  return narrowed || left;
}

/** What the sets of a tier that hold no other of them allow together; those outside the current set do not count. */
function sharpest({ length, masks, ranks, usual }: OnAxis, rank: number, current: Mask): Mask {
  const sets: Mask[] = [];
  for (let i = 0; i < length; i++) if (ranks[i] === rank && usual[i] !== 1) sets.push((masks[i]! & current) >>> 0);
  const holds = (outer: Mask, inner: Mask) => inner !== 0 && inner !== outer && (inner & ~outer) === 0;
  return sets.filter((m) => !sets.some((other) => holds(m, other))).reduce((a, b) => (a | b) >>> 0, 0);
}

export const statusOf = (mask: Mask, all: Mask): Status => (bitCount(mask) === 1 ? 'settled' : mask === all ? 'unknown' : 'narrowed');

/** The weaker of two tiers; null (nothing known) is the weakest of all. */
export const weaker = (a: Tier | null, b: Tier | null): Tier | null =>
  a === null || b === null ? null : TIERS.indexOf(a) > TIERS.indexOf(b) ? a : b;
