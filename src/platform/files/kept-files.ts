import { open } from 'node:fs/promises';
import type { EntityManager } from '@mikro-orm/postgresql';
import { runBound } from '../db/client';
import type { Incoming } from './incoming';

const PIECE = 1 << 19;

/**
 * Keeps a file by its content: the same one twice in a review is kept once. Inside a transaction: it is there when that
 * ends, all of it, and goes with its review.
 */
export async function keepFile(tx: EntityManager, reviewId: string, file: Pick<Incoming, 'path' | 'bytes' | 'sha256'>): Promise<void> {
  // One that is there already counts as new, so that it is not swept before somebody names it.
  const [row] = await tx.execute<{ fresh: boolean }[]>(
    `insert into kept_file (review_id, sha256, bytes, kept_at) values (?, ?, ?, now())
     on conflict (review_id, sha256) do update set kept_at = now() returning xmax = 0 as fresh`,
    [reviewId, file.sha256, file.bytes],
  );
  if (!row!.fresh) return;
  const source = await open(file.path);
  try {
    const piece = Buffer.alloc(PIECE);
    for (let seq = 0; ; seq++) {
      const { bytesRead } = await source.read(piece, 0, PIECE);
      if (bytesRead === 0) return;
      await runBound(tx, 'insert into kept_piece (review_id, sha256, seq, bytes) values ($1, $2, $3, $4)', [
        ...[reviewId, file.sha256, seq],
        piece.subarray(0, bytesRead),
      ]);
    }
  } finally {
    await source.close();
  }
}

/** Whether a file is kept whole: one that an earlier version lost on its disk is not. */
export async function isKept(em: EntityManager, reviewId: string, sha256: string): Promise<boolean> {
  const rows = await em.execute('select 1 from kept_file where review_id = ? and sha256 = ?', [reviewId, sha256]);
  return rows.length > 0;
}

/** An earlier version lost it on its disk. */
export class LostFile extends Error {
  constructor() {
    super('The file itself is not kept any more. Send it again.');
  }
}

/**
 * A kept file's bytes in pieces, each by a question of its own: whoever reads slowly holds no connection. The next piece
 * is on its way while one is worked on.
 * @throws LostFile
 */
export async function* keptPieces(em: EntityManager, reviewId: string, sha256: string): AsyncGenerator<Buffer> {
  if (!(await isKept(em, reviewId, sha256))) throw new LostFile();
  const read = async (seq: number): Promise<Buffer | undefined> => {
    const rows = await em.execute<{ bytes: Buffer }[]>('select bytes from kept_piece where review_id = ? and sha256 = ? and seq = ?', [
      ...[reviewId, sha256, seq],
    ]);
    return rows[0]?.bytes;
  };
  let next = read(0);
  for (let seq = 1; ; seq++) {
    const piece = await next;
    if (!piece) return;
    next = read(seq);
    // A failure is heard when its turn comes, not before.
    next.catch(() => {});
    yield piece;
  }
}

/** The first bytes of a kept file, no more than it has. */
export async function keptHead(em: EntityManager, reviewId: string, sha256: string, bytes: number): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let have = 0;
  for await (const piece of keptPieces(em, reviewId, sha256)) {
    pieces.push(piece);
    have += piece.length;
    if (have >= bytes) break;
  }
  return Buffer.concat(pieces).subarray(0, bytes);
}

/** A kept file as text: of lists that are read whole, which were kept as UTF-8. @throws LostFile */
export async function keptText(em: EntityManager, reviewId: string, sha256: string): Promise<string> {
  const pieces: Buffer[] = [];
  for await (const piece of keptPieces(em, reviewId, sha256)) pieces.push(piece);
  return Buffer.concat(pieces).toString('utf8');
}
