import type { EntityManager } from '@mikro-orm/postgresql';
import { type Columns, emptyColumns, keptRun, type Sieve, type SieveContext, type SieveRun, SieveRunner } from '@/core/sieve';
import type { Review } from '@/db/schema';
import { storedColumns } from './stored-columns';

/** Decoded columns of the reviews that were asked for last: reading them anew costs more than any question. */
const MOST = 4;
const held = new Map<string, Columns>();

/** The columns of a review's revision. Nobody changes them: they are shared between requests. */
export async function currentColumns(em: EntityManager, review: Pick<Review, 'id' | 'revision'>): Promise<Columns> {
  const known = held.get(review.id);
  if (known?.revision === review.revision) {
    held.delete(review.id);
    held.set(review.id, known);
    return known;
  }
  const stored = (await storedColumns(em, review.id))?.columns;
  if (!stored) return emptyColumns(0, [], review.revision);
  held.delete(review.id);
  held.set(review.id, stored);
  if (held.size > MOST) held.delete(held.keys().next().value!);
  return stored;
}

const runners = new WeakMap<Columns, SieveRunner>();

/** Runs a sieve over columns that are shared between requests: after one change only that is judged anew. */
export function runOn(columns: Columns, sieve: Sieve, context: SieveContext): SieveRun {
  let runner = runners.get(columns);
  if (!runner) {
    runner = new SieveRunner(columns);
    runners.set(columns, runner);
  }
  return keptRun(runner.run(sieve, context));
}
