import type { EntityManager } from '@mikro-orm/postgresql';
import { type Context, openReview } from '../context';
import type { Review } from '../db/schema';

/** Locks of a review: who takes one waits until nobody else holds it. */
export type Lock = 'edit' | 'decide' | 'sieve' | 'override' | 'retrievals' | 'known' | 'sample';

/** What a verb is given: the review it is asked of, read once, beside the person, the clock and the database. */
export interface OpenReview extends Context {
  readonly reviewId: string;
  readonly review: Review;
}

/** @throws NotFound when there is no such review: also for an id that is not one */
export const opened = async (ctx: Context, reviewId: string): Promise<OpenReview> => ({
  ...ctx,
  reviewId,
  review: await openReview(ctx, reviewId),
});

/** Waits until nobody else holds this lock of the review, and holds it until the transaction ends. */
export async function takeLock(tx: EntityManager, lock: Lock, reviewId: string): Promise<void> {
  await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`${lock}:${reviewId}`]);
}
