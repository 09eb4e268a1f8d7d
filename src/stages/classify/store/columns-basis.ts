import { createHash } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { MERGE_RULES } from '@/core/merge';
import { type Review, type SourceDatabase, VenueRow } from '@/platform/db/schema';
import { RULE_SET } from '@/stages/retrieve';
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
    MERGE_RULES,
    hash(venues.map((v) => v.entry)),
  ]);
}

const hash = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);
