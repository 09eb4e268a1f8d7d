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

/**
 * Resolves one axis: start from all values and walk the tiers down. In a tier, a claim that shares no value with the
 * current set is a dissent, and the others are intersected with it. When they leave nothing the axis is conflicting:
 * the set is what any of them allows, and the walk stops. Among strong inferences, what the title names comes before
 * what the text tells, which may be of other work. What is usual comes last in its tier and gives way silently.
 * The order of claims does not matter.
 * @param all mask of all values of the axis
 */
export function resolveAxis<C extends ClaimOnAxis>(claims: readonly C[], all: Mask): AxisResult<C> {
  let stated: Resolution | null = null;
  let [current, settledBy]: [Mask, Tier | null] = [all, null];
  const dissents: C[] = [];
  let disputed = 0;
  let status: Status | null = null;
  let present = 0;
  for (let i = 0; i < claims.length; i++) present |= 1 << rankOf(claims[i]!);
  for (let rank = 0; rank < RANKED.length; rank++) {
    const tier = RANKED[rank]!;
    if (rank === FIRST_INFERRED) stated = { mask: current, status: statusOf(current, all), tier: settledBy };
    if (!((present >>> rank) & 1)) continue;
    let left = current;
    let union = 0;
    let usual = false;
    for (let i = 0; i < claims.length; i++) {
      const claim = claims[i]!;
      if (rankOf(claim) !== rank) continue;
      if (claim.usual) usual = true;
      else if ((claim.mask & current) === 0) dissents.push(claim);
      else {
        left = (left & claim.mask) >>> 0;
        union = (union | claim.mask) >>> 0;
      }
    }
    if (left === 0) {
      [current, settledBy, status, disputed] = [(current & union) >>> 0, tier, 'conflicting', sharpest(claims, rank, current)];
      break;
    }
    if (usual) left = withUsual(claims, rank, left);
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
const FIRST_INFERRED = STATED_TIERS.length;
/** The tiers in the order in which they are walked: strong inference twice, from the title first. */
const RANKED: readonly Tier[] = TIERS.flatMap((t) => (t === 'strong' ? [t, t] : [t]));
const FIRST_OF = Object.fromEntries(TIERS.map((t) => [t, RANKED.indexOf(t)])) as Record<Tier, number>;
const rankOf = ({ tier, field }: ClaimOnAxis): number => (tier === 'strong' && field !== 'title' ? FIRST_OF.strong + 1 : FIRST_OF[tier]);

/** Narrows by what is usual. Two records for which different things are usual say nothing together. */
function withUsual(claims: readonly ClaimOnAxis[], rank: number, left: Mask): Mask {
  let usual = left;
  for (const c of claims) if (c.usual && rankOf(c) === rank && (c.mask & left) !== 0) usual = (usual & c.mask) >>> 0;
  return usual || left;
}

/** What the sets of a tier that hold no other of them allow together; those outside the current set do not count. */
function sharpest(claims: readonly ClaimOnAxis[], rank: number, current: Mask): Mask {
  const masks = claims.filter((c) => rankOf(c) === rank && !c.usual).map((c) => (c.mask & current) >>> 0);
  const holds = (outer: Mask, inner: Mask) => inner !== 0 && inner !== outer && (inner & ~outer) === 0;
  return masks.filter((m) => !masks.some((other) => holds(m, other))).reduce((a, b) => (a | b) >>> 0, 0);
}

export const statusOf = (mask: Mask, all: Mask): Status => (bitCount(mask) === 1 ? 'settled' : mask === all ? 'unknown' : 'narrowed');

/** The weaker of two tiers; null (nothing known) is the weakest of all. */
export const weaker = (a: Tier | null, b: Tier | null): Tier | null =>
  a === null || b === null ? null : TIERS.indexOf(a) > TIERS.indexOf(b) ? a : b;
