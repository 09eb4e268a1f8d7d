import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { EntityManager } from '@mikro-orm/postgresql';
import { isUuid } from '../context';

/** Younger files may belong to an upload or a bundle that is still coming. */
const YOUNGEST_MS = 24 * 3600 * 1000;

/**
 * Removes files that no review needs any more: of a review that was deleted, and of uploads that were broken off by a
 * crash. Nothing that somebody attached stays behind.
 * @param folder where files are kept, a folder for each review
 * @returns how many files and folders were removed
 */
export async function sweepFiles(em: EntityManager, folder: string, now = Date.now()): Promise<number> {
  let removed = 0;
  const drop = async (path: string) => {
    await rm(path, { recursive: true, force: true });
    removed++;
  };
  for (const review of await names(folder)) {
    const path = join(folder, review);
    // Bundles lie there only while they are read.
    const own = isUuid(review) ? await em.execute('select 1 from review where id = ?', [review]) : [];
    if (own.length === 0) {
      if (await isOld(path, now)) await drop(path);
      continue;
    }
    const needed = await neededBy(em, review);
    for (const [at, list] of [
      [path, await names(path)],
      [join(path, 'pdf'), await names(join(path, 'pdf'))],
    ] as const)
      for (const name of list) if (name !== 'pdf' && !needed.has(name) && (await isOld(join(at, name), now))) await drop(join(at, name));
  }
  return removed;
}

async function neededBy(em: EntityManager, review: string): Promise<Set<string>> {
  const rows = await em.execute<{ id: string }[]>(
    'select id::text from import_file where review_id = ? union all select id::text from attachment where review_id = ?',
    [review, review],
  );
  return new Set(rows.map((r) => r.id));
}

const names = (folder: string): Promise<string[]> => readdir(folder).catch(() => []);
const isOld = async (path: string, now: number): Promise<boolean> => {
  const found = await stat(path).catch(() => null);
  return found !== null && now - found.mtimeMs > YOUNGEST_MS;
};
