import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { EntityManager } from '@mikro-orm/postgresql';
import { isUuid } from '../context';

/** Younger ones may belong to an upload or a bundle that is still coming. */
const YOUNGEST_HOURS = 24;

/**
 * Removes files that no review needs any more: kept ones that nothing names, uploads that were broken off by a crash,
 * and what an earlier version left on the disk of reviews that are gone. Nothing that somebody attached stays behind.
 * @param incoming folder of uploads
 * @param earlier folder in which earlier versions kept files, a folder for each review
 * @returns how many files and folders were removed
 */
export async function sweepFiles(em: EntityManager, incoming: string, earlier: string, now = Date.now()): Promise<number> {
  const gone = await em.execute<unknown[]>(
    `delete from kept_file k where kept_at < to_timestamp(?) - interval '${YOUNGEST_HOURS} hours'
       and not exists (select 1 from import_file f where f.review_id = k.review_id and f.sha256 = k.sha256)
       and not exists (select 1 from library_list l where l.review_id = k.review_id and l.sha256 = k.sha256)
       and not exists (select 1 from attachment a where a.review_id = k.review_id and a.sha256 = k.sha256) returning 1`,
    [now / 1000],
  );
  let removed = gone.length;
  const drop = async (path: string) => {
    if (!(await isOld(path, now))) return;
    await rm(path, { recursive: true, force: true });
    removed++;
  };
  for (const name of await names(incoming)) await drop(join(incoming, name));
  for (const review of await names(earlier)) {
    const own = isUuid(review) ? await em.execute('select 1 from review where id = ?', [review]) : [];
    if (own.length === 0) await drop(join(earlier, review));
  }
  return removed;
}

const names = (folder: string): Promise<string[]> => readdir(folder).catch(() => []);
const isOld = async (path: string, now: number): Promise<boolean> => {
  const found = await stat(path).catch(() => null);
  return found !== null && now - found.mtimeMs > YOUNGEST_HOURS * 3600 * 1000;
};
