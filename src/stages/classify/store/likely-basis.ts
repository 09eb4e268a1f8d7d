import type { EntityManager } from '@mikro-orm/postgresql';
import { calibrate, LIKELY_AXES, type LikelyAxis, type LikelyBasis, MODELS, type Proof, proofsFor } from '@/core/likely';
import { fingerprint } from '@/core/storage';
import { LikelyBasisRow, type LikelyProofs } from '@/platform/db/schema';

/** A name for the models: what was seen by others is no proof for these. */
export const MODELS_NAME = fingerprint(MODELS);

export type LikelyAxes = Record<LikelyAxis, LikelyProofs>;
export const NO_PROOFS = (): LikelyAxes =>
  Object.fromEntries(LIKELY_AXES.map((a) => [a, { proofs: [], inside: 0, of: 0, on: true }])) as unknown as LikelyAxes;

const asProofs = ({ proofs }: LikelyProofs): Proof[] => proofs.map(([code, strangeness]) => ({ code, strangeness, weight: 1 }));

/** What the likely sets of a review are made by: as it was kept, or by our lots alone. */
export interface KeptBasis {
  /** The last ruling that is among the proofs. */
  seq: number;
  wanted: number;
  axes: LikelyAxes;
}

export async function keptBasis(em: EntityManager, reviewId: string): Promise<KeptBasis> {
  const kept = await em.findOne(LikelyBasisRow, { reviewId });
  if (kept && kept.models === MODELS_NAME) return { seq: kept.seq, wanted: kept.wanted, axes: kept.axes };
  return { seq: 0, wanted: kept?.wanted ?? 0.95, axes: NO_PROOFS() };
}

export const basisOf = ({ wanted, axes }: KeptBasis): LikelyBasis => ({
  wanted,
  calibrations: Object.fromEntries(
    LIKELY_AXES.map((a) => [a, axes[a].on ? calibrate(proofsFor(a, asProofs(axes[a]))) : null]),
  ) as LikelyBasis['calibrations'],
});
