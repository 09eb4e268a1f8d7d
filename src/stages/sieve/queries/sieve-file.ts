import { writeSieve } from '@/core/sieve';
import { type Context, NotFound, openReview } from '@/platform/context';
import { SieveVersion } from '@/platform/db/schema';
import { databasesOf } from '@/stages/retrieve';
import { basisOf } from '../store/sieve-basis';

/** A version of a review's sieve as a file; 0 is the working sieve. */
export async function sieveFile(ctx: Context, reviewId: string, number: number): Promise<{ name: string; text: string }> {
  const review = await openReview(ctx, reviewId);
  const version = number === 0 ? null : await ctx.em.findOne(SieveVersion, { reviewId, number });
  if (number !== 0 && !version) throw new NotFound('There is no such version.');
  const { asOf, scheme, kind, ruleSet } = version?.basis ?? (await basisOf(ctx.em, review));
  const text = writeSieve(
    review.title,
    { asOf, scheme, question: kind, ruleSet, sieveVersion: number },
    version?.limiters ?? review.sieve,
    await databasesOf(ctx, reviewId),
  );
  return { name: `sieve-${number === 0 ? 'working' : `v${number}`}.json`, text };
}
