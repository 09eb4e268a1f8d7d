import { open } from 'node:fs/promises';
import { join } from 'node:path';

/** Where uploaded files are kept, exactly as received. */
export const filePath = (reviewId: string, fileId: string): string =>
  join(process.env.NARROW_SIEVE_DATA ?? '.data', 'files', reviewId, fileId);

const PIECE = 1 << 19;

/** A file's bytes in pieces. The next piece is on its way while one is worked on, so that reading waits for no disk. */
export async function* readChunks(path: string): AsyncGenerator<Uint8Array> {
  const file = await open(path);
  try {
    const read = () => file.read(new Uint8Array(PIECE), 0, PIECE);
    let next = read();
    for (;;) {
      const { bytesRead, buffer } = await next;
      if (bytesRead === 0) return;
      next = read();
      // A failure is heard when its turn comes, not before.
      next.catch(() => {});
      yield buffer.subarray(0, bytesRead);
    }
  } finally {
    await file.close();
  }
}
