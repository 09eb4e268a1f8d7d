import type { EntityManager } from '@mikro-orm/postgresql';
import { type EvidenceScheme, shippedScheme } from '@/core/classify';
import { type Review, SchemeRow } from '@/platform/db/schema';

/** The evidence scheme of a review: one that comes with the application, or one of its own. */
export async function schemeOf(em: EntityManager, review: Pick<Review, 'id' | 'scheme'>): Promise<EvidenceScheme> {
  const shipped = shippedScheme(review.scheme);
  if (shipped) return shipped;
  const own = await em.findOne(SchemeRow, { reviewId: review.id, id: review.scheme });
  if (!own) throw new Error(`the review's evidence scheme "${review.scheme}" is not there`);
  return own.doc;
}
