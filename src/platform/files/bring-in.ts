import { createReadStream } from 'node:fs';
import { readdir, rm, rmdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { EntityManager } from '@mikro-orm/postgresql';
import { withIncoming } from './incoming';
import { isKept, keepFile } from './kept-files';

/** Where earlier versions kept files: a folder for each review, its PDFs in one of their own. */
export const earlierFolder = (): string => join(process.env.NARROW_SIEVE_DATA ?? '.data', 'files');

/**
 * Brings files that an earlier version kept on disk into the database. Each is removed from the disk when it is there,
 * so it can be broken off and begun again. What no review names, or is not what its review says, stays where it is for
 * the sweep.
 * @returns how many were brought in
 */
export async function bringFilesIn(em: EntityManager, folder: string): Promise<number> {
  const reviews = new Set(await names(folder));
  if (reviews.size === 0) return 0;
  const rows = await em.execute<{ review_id: string; id: string; sha256: string; pdf: boolean }[]>(
    `select review_id, id, sha256, false as pdf from import_file union all select review_id, id, sha256, true from attachment`,
  );
  let brought = 0;
  for (const { review_id, id, sha256, pdf } of rows) {
    if (!reviews.has(review_id)) continue;
    const path = pdf ? join(folder, review_id, 'pdf', id) : join(folder, review_id, id);
    if (!(await names(join(path, '..'))).includes(id)) continue;
    const same = await withIncoming(createReadStream(path), Number.POSITIVE_INFINITY, async (file) => {
      if (file.sha256 !== sha256) return false;
      if (!(await isKept(em, review_id, sha256))) await em.transactional((tx) => keepFile(tx as EntityManager, review_id, file));
      return true;
    });
    if (!same) continue;
    await rm(path, { force: true });
    brought++;
  }
  for (const review of reviews) for (const at of [join(folder, review, 'pdf'), join(folder, review)]) await rmdir(at).catch(() => {});
  await rmdir(folder).catch(() => {});
  return brought;
}

const names = (folder: string): Promise<string[]> => readdir(folder).catch(() => []);
