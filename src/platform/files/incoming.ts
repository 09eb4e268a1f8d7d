import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** Files lie here only while they come in; what a crash leaves is swept. */
export const incomingFolder = (): string => join(process.env.NARROW_SIEVE_DATA ?? '.data', 'incoming');

/** A file that has come in whole, on this machine's disk until it is known what becomes of it. */
export interface Incoming {
  path: string;
  bytes: number;
  sha256: string;
  /** Its first kilobyte. */
  head: Buffer;
}

const HEAD_BYTES = 1024;
class TooLarge extends Error {}

/**
 * Streams a file to disk, takes its checksum, and hands it to `use`; afterwards it is removed. Memory does not grow with it.
 * @param most bytes that it may have
 * @returns what `use` gives; null when the file is larger
 */
export async function withIncoming<T>(body: Readable, most: number, use: (file: Incoming) => Promise<T>): Promise<T | null> {
  // A line that breaks before anybody reads is heard of all the same.
  body.once('error', () => {});
  await mkdir(incomingFolder(), { recursive: true });
  if (body.errored) throw body.errored;
  const path = join(incomingFolder(), randomUUID());
  const hash = createHash('sha256');
  let bytes = 0;
  let head = Buffer.alloc(0);
  const measure = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > most) return done(new TooLarge());
      if (head.length < HEAD_BYTES) head = Buffer.concat([head, chunk.subarray(0, HEAD_BYTES)]);
      hash.update(chunk);
      done(null, chunk);
    },
  });
  try {
    await pipeline(body, measure, createWriteStream(path));
    return await use({ path, bytes, sha256: hash.digest('hex'), head: head.subarray(0, HEAD_BYTES) });
  } catch (error) {
    if (error instanceof TooLarge) return null;
    throw error;
  } finally {
    await rm(path, { force: true });
  }
}
