import type { EntityManager } from '@mikro-orm/postgresql';
import { SavedSearch } from '@/platform/db/schema';
import { nextRun } from '../commands/saved-searches';
import { runSaved } from '../store/saved';

/** One that failed is tried again after this, not only when its next day comes. */
const AGAIN_MS = 60 * 60_000;
const MOST_AT_ONCE = 10;

/**
 * Runs the saved searches whose day has come. Whoever takes one puts its next day ahead first, so that no two workers run
 * it; one that fails is tried again within the hour.
 * @returns how many were run
 */
export async function runDueSearches(em: EntityManager, now: Date): Promise<number> {
  const due = await em.transactional(async (tx) => {
    const rows = await tx.execute<{ review_id: string; id: string }[]>(
      `select review_id, id from saved_search where not removed and next_at is not null and next_at <= ? order by next_at limit ${MOST_AT_ONCE} for update skip locked`,
      [now.toISOString()],
    );
    for (const row of rows)
      await tx.execute('update saved_search set next_at = ? where review_id = ? and id = ?', [
        new Date(now.getTime() + AGAIN_MS).toISOString(),
        row.review_id,
        row.id,
      ]);
    return rows;
  });
  for (const { review_id: reviewId, id } of due) {
    const own = em.fork() as EntityManager;
    const search = await own.findOneOrFail(SavedSearch, { reviewId, id });
    const run = await runSaved(own, search, now);
    if (run.problem === '') await own.nativeUpdate(SavedSearch, { reviewId, id }, { nextAt: nextRun(now, search.everyDays) });
  }
  return due.length;
}
