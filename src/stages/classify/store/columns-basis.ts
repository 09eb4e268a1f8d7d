import type { EntityManager } from '@mikro-orm/postgresql';
import { MERGE_RULE_SET, RULE_SET } from '@/core/storage';
import { type Review, type SourceDatabase, VenueRow } from '@/platform/db/schema';
import { shortHash } from '@/platform/short-hash';
import { keptBasis } from './likely-basis';
import { schemeOf } from './scheme-of';

/** What a review's columns are made by, beside its records and rulings: while it is the same, unchanged works need not be classified again. */
export async function columnsBasis(tx: EntityManager, review: Review, databases: readonly SourceDatabase[]): Promise<string> {
  const venues = await tx.find(VenueRow, { reviewId: review.id }, { orderBy: { key: 'asc' } });
  const scheme = await schemeOf(tx, review);
  return JSON.stringify([
    review.scheme,
    hash(scheme),
    review.kind,
    databases.map((d) => d.id),
    RULE_SET,
    MERGE_RULE_SET,
    hash(venues.map((v) => v.entry)),
    hash(await keptBasis(tx, review.id)),
  ]);
}

const hash = (value: unknown) => shortHash(JSON.stringify(value));
