import type { EntityManager } from '@mikro-orm/postgresql';
import { canonical } from '@/core/sieve';
import { type Review, SieveVersion } from '@/platform/db/schema';
import { basisOf } from './sieve-basis';

export async function latestVersion(em: EntityManager, reviewId: string): Promise<SieveVersion | null> {
  return em.findOne(SieveVersion, { reviewId }, { orderBy: { number: 'desc' } });
}

/** The last saved version, and whether the working sieve or what its outcome rests on has changed since. */
export async function versionState(
  em: EntityManager,
  review: Pick<Review, 'id' | 'sieve' | 'asOf' | 'scheme' | 'kind' | 'revision'>,
): Promise<{ version: SieveVersion | null; edited: boolean }> {
  const version = await latestVersion(em, review.id);
  const edited = !version || canonical([review.sieve, await basisOf(em, review)]) !== canonical([version.limiters, version.basis]);
  return { version, edited };
}
