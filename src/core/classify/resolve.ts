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

export interface AxisResult extends Resolution {
  /** The same, from stated tiers only. */
  stated: Resolution;
  /** Indexes into the claims given, of those that disagree with what stronger tiers left. */
  dissents: number[];
  /**
   * When the axis is conflicting, the values that the sharpest of the contradicting claims allow; else empty. A general
   * claim that merely includes a sharp one ("in a periodical" beside "editorial") has no part in the dispute.
   */
  disputed: Mask;
}

type ClaimOnAxis = Pick<Claim, 'mask' | 'tier' | 'usual'>;

/**
 * Resolves one axis: start from all values and walk the tiers down. In a tier, a claim that shares no value with the
 * current set is a dissent, and the others are intersected with it. When they leave nothing the axis is conflicting:
 * the set is what any of them allows, and the walk stops. What is usual comes last in its tier and gives way silently.
 * The order of claims does not matter.
 * @param all mask of all values of the axis
 */
export function resolveAxis(claims: readonly ClaimOnAxis[], all: Mask): AxisResult {
  const full = walk(claims, all, TIERS);
  return { ...full.resolution, stated: walk(claims, all, STATED_TIERS).resolution, dissents: full.dissents, disputed: full.disputed };
}

interface Walked {
  resolution: Resolution;
  dissents: number[];
  disputed: Mask;
}

function walk(claims: readonly ClaimOnAxis[], all: Mask, tiers: readonly Tier[]): Walked {
  let current = all;
  let settledBy: Tier | null = null;
  const dissents: number[] = [];
  for (const tier of tiers) {
    let intersection = current;
    let union = 0;
    claims.forEach((claim, index) => {
      if (claim.tier !== tier || claim.usual) return;
      if ((claim.mask & current) === 0) dissents.push(index);
      else {
        intersection = (intersection & claim.mask) >>> 0;
        union = (union | claim.mask) >>> 0;
      }
    });
    if (intersection === 0) {
      const masks = claims.filter((c) => c.tier === tier && !c.usual).map((c) => (c.mask & current) >>> 0);
      return { resolution: { mask: (current & union) >>> 0, status: 'conflicting', tier }, dissents, disputed: sharpest(masks) };
    }
    const usual = claims
      .filter((c) => c.tier === tier && c.usual && (c.mask & intersection) !== 0)
      .reduce((mask, c) => (mask & c.mask) >>> 0, intersection);
    // Two records for which different things are usual say nothing together.
    if (usual !== 0) intersection = usual;
    if (intersection !== current) settledBy = tier;
    current = intersection;
  }
  return { resolution: { mask: current, status: statusOf(current, all), tier: settledBy }, dissents, disputed: 0 };
}

/** What the sets that hold no other of them allow together; empty ones do not count. */
function sharpest(masks: readonly Mask[]): Mask {
  const holds = (outer: Mask, inner: Mask) => inner !== 0 && inner !== outer && (inner & ~outer) === 0;
  return masks.filter((m) => !masks.some((other) => holds(m, other))).reduce((a, b) => (a | b) >>> 0, 0);
}

export const statusOf = (mask: Mask, all: Mask): Status => (bitCount(mask) === 1 ? 'settled' : mask === all ? 'unknown' : 'narrowed');

/** The weaker of two tiers; null (nothing known) is the weakest of all. */
export const weaker = (a: Tier | null, b: Tier | null): Tier | null =>
  a === null || b === null ? null : TIERS.indexOf(a) > TIERS.indexOf(b) ? a : b;
