import type { EntityManager } from '@mikro-orm/postgresql';
import { partOf } from './cache/parts';
import { Review } from './db/schema';
import type { Person, Right } from './verbs/rights';

/** What everything that reads or changes a review is given: a fresh entity manager, the clock, and who asks. */
export interface Context {
  em: EntityManager;
  person: Person;
  now(): Date;
  /** What has been read for this request: there when nothing is changed in it. @see reading */
  readonly kept?: Map<string, Promise<unknown>>;
}

/** Thrown by reads for an address that leads nowhere; pages turn it into "not found". */
export class NotFound extends Error {}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** PostgreSQL refuses to compare anything else with a key, so it is asked first. */
export const isUuid = (text: string): boolean => UUID.test(text);

/**
 * What the person may do in a review.
 * @throws NotFound when it is not there, or none of theirs: nobody is told which
 */
export async function rightIn(ctx: Context, reviewId: string): Promise<Right> {
  const right = isUuid(reviewId) ? await ctx.person.rightIn(reviewId) : null;
  if (!right) throw new NotFound('There is no such review.');
  return right;
}

/** The review, or NotFound: also for an id that is not one. */
export async function openReview(ctx: Context, reviewId: string): Promise<Review> {
  const read = () => ctx.em.findOne(Review, { id: reviewId });
  // Where nothing is changed it need not be watched for changes.
  const plain = async () => ({ ...(await read()) }) as Review;
  const review = !isUuid(reviewId) ? null : await (ctx.kept ? partOf(ctx, reviewId, 'review', ['review'], plain) : read());
  if (!review?.id) throw new NotFound('There is no such review.');
  return review;
}
