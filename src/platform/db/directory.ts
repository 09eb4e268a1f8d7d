import type { EntityManager } from '@mikro-orm/postgresql';
import { recent } from '../cache/process-wide';
import { log } from '../log';
import { isUnreachable } from './faults';
import { freshEm } from './orm';
import { Review, ReviewPlace } from './schema';
import { HOME, servers } from './servers';

/** Which server a review lies on, as this process learnt it last. */
const known = recent<{ server: string; until: number }>('places-of-reviews', 20_000);
/** A review may be moved while processes run: so long one that is not where it was is looked for anew with each request. */
const KNOWN_MS = 10_000;

/**
 * The database in which a review lies, with a fresh identity map. A review that nobody wrote down is looked for
 * everywhere, and written down; one that is nowhere is asked for at home, which says that it is not there.
 * @param anew it was not where it was thought to be
 */
export async function emOfReview(reviewId: string, anew = false): Promise<EntityManager> {
  if (servers().length === 1) return freshEm();
  const learnt = known.get(reviewId);
  if (!anew && learnt && learnt.until > Date.now()) return freshEm(learnt.server);
  return freshEm((await serverOf(reviewId)) ?? HOME);
}

/** The name of the database in which a review lies, as it is now; null when it is in none. */
export async function serverOf(reviewId: string): Promise<string | null> {
  const home = await freshEm();
  const row = await home.findOne(ReviewPlace, { review: reviewId });
  const server = row ? row.server : await lookedFor(reviewId);
  if (server === null) return null;
  if (!row && server !== HOME) await writePlace(reviewId, server);
  known.set(reviewId, { server, until: Date.now() + KNOWN_MS });
  return server;
}

async function lookedFor(reviewId: string): Promise<string | null> {
  const { answers, silent } = await onEveryServer(await freshEm(), async (em, server) =>
    (await em.count(Review, { id: reviewId })) ? server : null,
  );
  const found = answers.find((a) => a !== null) ?? null;
  // It may be on the one that does not answer: "not there" would be a guess.
  if (!found && silent[0]) throw silent[0].error;
  return found;
}

/** The databases beside home, each with a fresh identity map. */
export const otherServers = (): Promise<EntityManager[]> =>
  Promise.all(
    servers()
      .slice(1)
      .map(({ name }) => freshEm(name)),
  );

/** Writes down where a review lies: at home nothing need be written. */
export async function writePlace(reviewId: string, server: string): Promise<void> {
  if (server === HOME) await forgetPlace(reviewId);
  else await (await freshEm()).upsert(ReviewPlace, { review: reviewId, server });
}

/** Forgets where a review lay that is gone. */
export async function forgetPlace(reviewId: string): Promise<void> {
  if (servers().length > 1) await (await freshEm()).nativeDelete(ReviewPlace, { review: reviewId });
}

/** Sizes of databases that differ by less are alike. */
const ALIKE_BYTES = 256 * 1024 ** 2;

/** Where a new review is put: where the least lies; of several alike, where the fewest reviews are. One that does not answer gets none. */
export async function serverForNew(): Promise<string> {
  if (servers().length === 1) return HOME;
  const { answers } = await onEveryServer(await freshEm(), async (em, server) => {
    const [row] = await em.execute<{ bytes: number; reviews: number }[]>(
      'select pg_database_size(current_database())::float as bytes, (select count(*)::int from review) as reviews',
    );
    return { server, steps: Math.floor(row!.bytes / ALIKE_BYTES), reviews: row!.reviews };
  });
  answers.sort((a, b) => a.steps - b.steps || a.reviews - b.reviews);
  return answers[0]?.server ?? HOME;
}

/** A server that did not answer, and with what. */
interface Silent {
  server: string;
  error: unknown;
}

/**
 * Asks the same of every database, all at once, home first.
 * @param home whoever asks there
 * @throws what `ask` throws for any other reason than that a server cannot be reached, and when home cannot be
 */
export async function onEveryServer<T>(
  home: EntityManager,
  ask: (em: EntityManager, server: string) => Promise<T>,
): Promise<{ answers: T[]; silent: Silent[] }> {
  const silent: Silent[] = [];
  const answers = await Promise.all(
    servers().map(async ({ name }) => {
      try {
        return [await ask(name === HOME ? home : await freshEm(name), name)];
      } catch (error) {
        if (name === HOME || !isUnreachable(error)) throw error;
        log.warn({ error, server: name }, 'a database of reviews does not answer');
        silent.push({ server: name, error });
        return [];
      }
    }),
  );
  return { answers: answers.flat(), silent };
}
