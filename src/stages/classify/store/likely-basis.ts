import type { EntityManager } from '@mikro-orm/postgresql';
import { calibrate, LIKELY_AXES, type LikelyAxis, type LikelyBasis, MODELS, type Proof, proofsFor } from '@/core/likely';
import { fingerprint } from '@/core/storage';
import { LikelyBasisRow, type LikelyProofs, type Review } from '@/platform/db/schema';
import { standingAxisRulings } from './axis-rulings';

/** A name for the models: what was seen by others is no proof for these. */
export const MODELS_NAME = fingerprint(MODELS);

export type LikelyAxes = Record<LikelyAxis, LikelyProofs>;
export const NO_PROOFS = (): LikelyAxes =>
  Object.fromEntries(LIKELY_AXES.map((a) => [a, { proofs: [], inside: 0, of: 0, on: true }])) as unknown as LikelyAxes;

export const asProofs = ({ proofs }: Pick<LikelyProofs, 'proofs'>): Proof[] =>
  proofs.map(([code, strangeness]) => ({ code, strangeness, weight: 1 }));

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

/** So many rulings on, what they say of the sets is looked at by itself. */
const RULINGS_TO_RENEW = 10;

/** Rulings that name one value of an axis that a model narrows, and are not among the proofs yet. */
export async function rulingsSince(em: EntityManager, reviewId: string, { seq }: Pick<KeptBasis, 'seq'>): Promise<number> {
  const rulings = await standingAxisRulings(em, reviewId);
  return rulings.filter((r) => r.seq > seq && (LIKELY_AXES as readonly string[]).includes(r.axis) && r.codes.length === 1).length;
}

/** Whether a limiter rests on what is likely, and people have settled so much since that it is to be proved anew. */
export async function toBeRenewed(em: EntityManager, review: Pick<Review, 'id' | 'sieve'>): Promise<boolean> {
  if (!review.sieve.some((l) => l.on && l.evidence === 'stated-inferred-and-likely')) return false;
  return (await rulingsSince(em, review.id, await keptBasis(em, review.id))) >= RULINGS_TO_RENEW;
}

export const basisOf = ({ wanted, axes }: KeptBasis): LikelyBasis => ({
  wanted,
  calibrations: Object.fromEntries(
    LIKELY_AXES.map((a) => [a, axes[a].on ? calibrate(proofsFor(a, asProofs(axes[a]))) : null]),
  ) as LikelyBasis['calibrations'],
});
