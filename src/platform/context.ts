import type { EntityManager } from '@mikro-orm/postgresql';
import { Review } from './db/schema';

/** What every use case is given: a fresh entity manager and the clock. */
export interface Context {
  em: EntityManager;
  now(): Date;
}

/** An expected failure: a code for programs, a sentence for people. */
export interface Refusal {
  ok: false;
  code: string;
  message: string;
}
export type Result<T> = ({ ok: true } & T) | Refusal;

export const refuse = (code: string, message: string): Refusal => ({ ok: false, code, message });

/** Thrown by reads for an address that leads nowhere; pages turn it into "not found". */
export class NotFound extends Error {}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** PostgreSQL refuses to compare anything else with a key, so it is asked first. */
export const isUuid = (text: string): boolean => UUID.test(text);

/** The review, or NotFound: also for an id that is not one. */
export async function openReview(ctx: Context, reviewId: string): Promise<Review> {
  const review = isUuid(reviewId) ? await ctx.em.findOne(Review, { id: reviewId }) : null;
  if (!review) throw new NotFound('There is no such review.');
  return review;
}
