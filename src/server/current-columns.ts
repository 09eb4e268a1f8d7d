import type { EntityManager } from '@mikro-orm/postgresql';
import { type Columns, emptyColumns, keptRun, type Sieve, type SieveContext, type SieveRun, SieveRunner } from '@/core/sieve';
import type { Review } from '@/db/schema';
import { derivedFrom, once, recent } from './process-wide';
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

const runners = derivedFrom<Columns, SieveRunner>('sieve-runners');

/** Runs a sieve over columns that are shared between requests: after one change only that is judged anew. */
export function runOn(columns: Columns, sieve: Sieve, context: SieveContext): SieveRun {
  let runner = runners.get(columns);
  if (!runner) {
    runner = new SieveRunner(columns);
    runners.set(columns, runner);
  }
  return keptRun(runner.run(sieve, context));
}
