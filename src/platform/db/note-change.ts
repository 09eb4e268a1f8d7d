import type { Context } from '../context';
import { bylineOf } from '../verbs/byline';
import { nextSeq } from './next-seq';
import { type Review, ReviewChange } from './schema';

/** What is said of a change, beside who made it and when. */
export interface Noted extends Pick<ReviewChange, 'kind' | 'did' | 'subject'> {
  workNo?: number;
  why?: string;
  decisions?: number;
  /** What it was, and what it is since. */
  before?: string;
  after?: string;
}

/** Writes down for the ledger what a person changed. */
export async function noteChange(
  { em: tx, now, person }: Pick<Context, 'em' | 'now' | 'person'>,
  review: Pick<Review, 'id' | 'person'>,
  { kind, did, subject, workNo, why = '', decisions, before, after }: Noted,
): Promise<void> {
  const reviewId = review.id;
  const seq = await nextSeq(tx, 'review_change', reviewId);
  const by = bylineOf({ person }, review);
  tx.create(ReviewChange, { reviewId, seq, kind, did, subject, workNo, why, decisions, before, after, ...by, at: now() });
  await tx.flush();
}
