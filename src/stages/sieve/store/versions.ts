import type { EntityManager } from '@mikro-orm/postgresql';
import { canonical } from '@/core/sieve';
import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { type Review, type SieveBasis, SieveVersion } from '@/platform/db/schema';
import { basisOf } from './sieve-basis';

export async function latestVersion(em: EntityManager, reviewId: string): Promise<SieveVersion | null> {
  return em.findOne(SieveVersion, { reviewId }, { orderBy: { number: 'desc' } });
}

/** Whether the sieve is as it was saved follows from these, and from the works, whose revision stands in the review. */
const RESTS_ON = ['review', 'sieve_version', 'sieve_override', 'ruling', 'merge_ruling', 'venue', 'source_database'] as const;

/** The same of the sieve as it stands. */
export const standingVersion = (ctx: Context, review: Review) =>
  partOf(ctx, review.id, 'version-state', RESTS_ON, () => versionState(ctx.em, review));

/**
 * The last saved version, and whether the working sieve or what its outcome rests on has changed since. `byPerson` says
 * that somebody changed the sieve itself or spoke on a single work: an import or a ruling changes outcomes, not the sieve.
 */
export async function versionState(
  em: EntityManager,
  review: Pick<Review, 'id' | 'sieve' | 'asOf' | 'scheme' | 'kind' | 'revision'>,
): Promise<{ version: SieveVersion | null; edited: boolean; byPerson: boolean }> {
  const version = await latestVersion(em, review.id);
  if (!version) return { version, edited: true, byPerson: true };
  const basis = await basisOf(em, review);
  const byPerson =
    canonical(review.sieve) !== canonical(version.limiters) || basis.parts?.overrides !== (version.basis as SieveBasis).parts?.overrides;
  return { version, edited: byPerson || canonical(basis) !== canonical(version.basis), byPerson };
}
