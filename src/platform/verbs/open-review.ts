import type { EntityManager } from '@mikro-orm/postgresql';
import { type Context, isUuid, NotFound, openReview } from '../context';
import type { Review } from '../db/schema';

/** Locks of a review: who takes one waits until nobody else holds it. Several are taken in this order, so that nobody waits in a ring. */
export const LOCKS = ['edit', 'search', 'retrievals', 'files', 'decide', 'sieve', 'override', 'known', 'sample', 'members'] as const;
export type Lock = (typeof LOCKS)[number];
/** A lock that others of its kind may hold too: they keep out only who takes it for himself alone. */
export type LockUse = Lock | { readonly shared: Lock };

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

/** Takes locks in their order. */
export async function takeLocks(tx: EntityManager, locks: readonly LockUse[], reviewId: string): Promise<void> {
  for (const lock of LOCKS) {
    if (locks.includes(lock)) await takeLock(tx, lock, reviewId);
    else if (locks.some((l) => typeof l === 'object' && l.shared === lock))
      await tx.execute('select pg_advisory_xact_lock_shared(hashtext(?))', [`${lock}:${reviewId}`]);
  }
}

/** Waits until nobody else holds this lock of the review, and holds it until the transaction ends. */
export async function takeLock(tx: EntityManager, lock: Lock, reviewId: string): Promise<void> {
  await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`${lock}:${reviewId}`]);
}

/**
 * Keeps a review where it is until the transaction ends. One that is being moved is waited for, and is not here afterwards:
 * without this, a change to a row that was copied already would be acknowledged and lost. Changes do not wait for each other.
 * @throws NotFound when it has gone
 * @source PostgreSQL documentation, explicit locking: FOR KEY SHARE stands in the way of FOR UPDATE and of a deletion alone
 */
export async function holdHere(tx: EntityManager, reviewId: string): Promise<void> {
  if (!isUuid(reviewId)) return;
  const [row] = await tx.execute('select 1 from review where id = ? for key share', [reviewId]);
  if (!row) throw new NotFound('There is no such review.');
}
