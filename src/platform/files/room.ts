import { statfs } from 'node:fs/promises';

/** So much is left for the database and for what is worked out. */
const KEPT_FREE_BYTES = 512 * 1024 ** 2;

/** Whether a file of this size can be kept where files are, so that a full disk is told before it is full. */
export async function hasRoom(folder: string, bytes: number): Promise<boolean> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize - bytes > KEPT_FREE_BYTES;
}
