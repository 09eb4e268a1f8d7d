import type { EntityManager } from '@mikro-orm/postgresql';
import { type Columns, emptyColumns } from '@/core/sieve';
import { once, recent } from '@/platform/cache/process-wide';
import type { Review } from '@/platform/db/schema';
import { followedColumns, storedColumns } from './stored-columns';

/** Decoded columns of the reviews that were asked for last: reading them anew costs more than any question. */
const held = recent<Columns>('columns', 4);

/** The columns of a review's revision. Nobody changes them: they are shared between requests. */
export async function currentColumns(em: EntityManager, review: Pick<Review, 'id' | 'revision'>): Promise<Columns> {
  const known = held.get(review.id);
  if (known?.revision === review.revision) return known;
  return once(`columns ${review.id} ${review.revision}`, () => readColumns(em, review, known));
}

async function readColumns(em: EntityManager, review: Pick<Review, 'id' | 'revision'>, known: Columns | undefined): Promise<Columns> {
  const followed = known && (await followedColumns(em, review.id, known, review.revision));
  const columns = followed ?? (await storedColumns(em, review.id))?.columns;
  if (!columns) return emptyColumns(0, [], review.revision);
  held.set(review.id, columns);
  return columns;
}
