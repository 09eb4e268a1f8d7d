import { createHash } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { SavedRun, type SavedSearch, type SeenRecord } from '@/platform/db/schema';
import { doorOf } from './desk';
import { pagesOf } from './pages';
import { recordOf } from './records';
import { faultWords, ServerFault } from './server';

/** A saved search looks at so many records: what is new in more is told by its count alone. */
const MOST_SEEN = 5000;
const PAGE = 200;

/**
 * Runs a saved search, and writes down what is new, gone and changed since it was last answered. A search that fails is
 * written down as failed, and compared with nothing.
 */
export async function runSaved(em: EntityManager, search: SavedSearch, now: Date): Promise<SavedRun> {
  const { reviewId, id: savedId } = search;
  const runs = await em.find(SavedRun, { reviewId, savedId }, { orderBy: { seq: 'desc' } });
  const before = runs.find((r) => r.problem === '');
  let seen: SeenRecord[] = [];
  let total: number | null = null;
  let problem = '';
  try {
    const door = await doorOf(em, reviewId, search.databaseId);
    if (!door) throw new ServerFault('No server is set for this database any more.');
    const all = new Map<string, SeenRecord>();
    for await (const { answer } of pagesOf(door, search.query, 1, Math.min(door.mostRecords ?? PAGE, PAGE))) {
      if (answer.total === null) throw new ServerFault(faultWords(answer) || 'The server gave no count.');
      total = answer.total;
      const known = all.size;
      for (const sent of answer.records) {
        if (!sent.xml) continue;
        const record = recordOf(sent);
        const id = sent.identifier || record?.accession || hashOf(sent.xml);
        all.set(id, { id, title: record?.title ?? '', hash: hashOf(sent.xml) });
      }
      if (all.size === known || all.size >= MOST_SEEN) break;
    }
    seen = [...all.values()];
  } catch (error) {
    if (!(error instanceof ServerFault)) throw error;
    problem = error.message;
  }
  const compared = before && !problem ? differences(before.seen, seen) : { fresh: [], gone: [], changed: [] };
  const run = { reviewId, savedId, seq: (runs[0]?.seq ?? 0) + 1, total, seen, ...compared, problem, at: now };
  await em.insert(SavedRun, run);
  return run as SavedRun;
}

const hashOf = (xml: string): string => createHash('sha256').update(xml).digest('base64url').slice(0, 12);

/** What of two runs is new, gone and changed. */
export function differences(before: readonly SeenRecord[], now: readonly SeenRecord[]) {
  const was = new Map(before.map((r) => [r.id, r]));
  const is = new Set(now.map((r) => r.id));
  return {
    fresh: now.filter((r) => !was.has(r.id)),
    gone: before.filter((r) => !is.has(r.id)),
    changed: now.filter((r) => was.has(r.id) && was.get(r.id)!.hash !== r.hash),
  };
}
