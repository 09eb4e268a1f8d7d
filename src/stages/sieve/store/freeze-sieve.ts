import { type Context, openReview } from '@/platform/context';
import { Review, SieveVersion } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { basisOf } from './sieve-basis';
import { standingVersion, versionState } from './versions';

/**
 * Saves the working sieve as the next numbered version, if it differs from the last one. Versions never change. Whoever
 * calls it holds the lock of the sieve, so that nobody changes it meanwhile; it may be shared by many.
 */
export async function freezeSieve(ctx: Context, reviewId: string, note: string): Promise<number> {
  // Most often nothing has changed: then there is nothing to wait for.
  const { version: saved, edited: since } = await standingVersion(ctx, await openReview(ctx, reviewId));
  if (saved && !since) return saved.number;
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`freeze:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const { version: last, edited } = await versionState(tx, review);
    if (last && !edited) return last.number;
    const number = (last?.number ?? 0) + 1;
    tx.create(SieveVersion, {
      reviewId,
      number,
      limiters: review.sieve,
      note,
      basis: await basisOf(tx, review),
      ...bylineOf(ctx, review),
      at: ctx.now(),
    });
    await tx.flush();
    return number;
  });
}
