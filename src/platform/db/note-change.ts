import type { EntityManager } from '@mikro-orm/postgresql';
import { nextSeq } from './next-seq';
import { type Review, ReviewChange } from './schema';

/** What is said of a change, beside who made it and when. */
export interface Noted extends Pick<ReviewChange, 'kind' | 'did' | 'subject'> {
  workNo?: number;
  why?: string;
  decisions?: number;
}

/** Writes down for the ledger what a person changed. */
export async function noteChange(
  { em: tx, now }: { em: EntityManager; now(): Date },
  { id: reviewId, person }: Pick<Review, 'id' | 'person'>,
  { kind, did, subject, workNo, why = '', decisions }: Noted,
): Promise<void> {
  const seq = await nextSeq(tx, 'review_change', reviewId);
  tx.create(ReviewChange, { reviewId, seq, kind, did, subject, workNo, why, decisions, person, at: now() });
  await tx.flush();
}
