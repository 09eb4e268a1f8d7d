import { promisify } from 'node:util';
import { constants, gunzipSync, gzip } from 'node:zlib';
import type { EntityManager } from '@mikro-orm/postgresql';
import { type Columns, withRows } from '@/core/sieve';
import { areCurrentColumns, decodeColumns, encodeColumns } from '@/core/storage';
import { runBound } from '@/platform/db/client';
import { ColumnsPatch } from '@/platform/db/schema';
import { tallyAll } from './tallies';

/** Patches are folded into the columns when there are more: each is read and applied whenever columns are. */
const MOST_PATCHES = 64;

interface Part {
  bytes: Uint8Array;
  /** Null for a patch. */
  basis: string | null;
}

/** The columns as they were written, then their patches by age; read in one statement, so that they belong together. */
const partsOf = (em: EntityManager, reviewId: string): Promise<Part[]> =>
  em.execute<Part[]>(
    `select -1 as revision, bytes, basis from review_columns where review_id = ?
     union all select revision, bytes, null from columns_patch where review_id = ? order by revision`,
    [reviewId, reviewId],
  );

/**
 * A review's columns as they were written, with the rows that changed since, and what they were made by. Null before the
 * first classification, and when they were kept in another form than this program's: then a job makes them anew.
 */
export async function storedColumns(em: EntityManager, reviewId: string): Promise<{ columns: Columns; basis: string } | null> {
  const [whole, ...patches] = await partsOf(em, reviewId);
  if (!whole || whole.basis === null) return null;
  const bytes = unpacked(whole.bytes);
  return areCurrentColumns(bytes) ? { columns: wholeWith(bytes, patches), basis: whole.basis } : null;
}

/** Columns of an earlier revision brought to this one by the patches between; null when those are not all there. */
export async function followedColumns(em: EntityManager, reviewId: string, known: Columns, revision: number): Promise<Columns | null> {
  if (known.revision >= revision) return null;
  const patches = await em.execute<Part[]>(
    'select bytes from columns_patch where review_id = ? and revision > ? and revision <= ? order by revision',
    [reviewId, known.revision, revision],
  );
  if (patches.length !== revision - known.revision) return null;
  return withRows(
    known,
    patches.map((p) => decodeColumns(p.bytes)),
  );
}

/**
 * The quickest level: a better one seldom saves on the way what it costs here. They are stored as they are sent, since
 * they are read more often than written and PostgreSQL hands bytes over at twice their length.
 */
export const packed = (bytes: Uint8Array): Promise<Buffer> => promisify(gzip)(bytes, { level: constants.Z_BEST_SPEED });
/** Those that an earlier version stored are not packed. */
const isPacked = (bytes: Uint8Array): boolean => bytes[0] === 0x1f && bytes[1] === 0x8b;
export const unpacked = (bytes: Uint8Array): Uint8Array => (isPacked(bytes) ? gunzipSync(bytes) : bytes);

/** The columns as they go to the browser, in gzip; null before the first classification. */
export async function columnBytes(em: EntityManager, reviewId: string): Promise<Uint8Array | null> {
  const [whole, ...patches] = await partsOf(em, reviewId);
  if (!whole || whole.basis === null) return null;
  const bytes = unpacked(whole.bytes);
  if (!areCurrentColumns(bytes)) return null;
  if (patches.length) return packed(encodeColumns(wholeWith(bytes, patches)));
  return isPacked(whole.bytes) ? whole.bytes : packed(whole.bytes);
}

const wholeWith = (whole: Uint8Array, patches: readonly Part[]): Columns =>
  withRows(
    decodeColumns(whole),
    patches.map((p) => decodeColumns(p.bytes)),
  );

/** Writes the columns of all works in place of those before, when all were classified, and counts what pages show of them. */
export async function writeColumns(tx: EntityManager, reviewId: string, columns: Columns, basis: string): Promise<void> {
  await tx.nativeDelete(ColumnsPatch, { reviewId });
  await runBound(
    tx,
    `insert into review_columns (review_id, revision, bytes, basis, whole) values ($1, $2, $3, $4, $2) on conflict (review_id)
     do update set revision = excluded.revision, bytes = excluded.bytes, basis = excluded.basis, whole = excluded.whole`,
    [reviewId, columns.revision, await packed(encodeColumns(columns)), basis],
  );
  await tallyAll(tx, reviewId);
}

/** Writes the patches into the columns. */
async function foldPatches(tx: EntityManager, reviewId: string): Promise<void> {
  const stored = await storedColumns(tx, reviewId);
  if (!stored) return;
  await tx.nativeDelete(ColumnsPatch, { reviewId });
  await runBound(tx, 'update review_columns set revision = $2, bytes = $3 where review_id = $1', [
    reviewId,
    stored.columns.revision,
    await packed(encodeColumns(stored.columns)),
  ]);
}

/** Writes the rows of works that changed, so that a ruling on one costs no more than one. */
export async function writePatch(tx: EntityManager, reviewId: string, patch: Columns): Promise<void> {
  await runBound(tx, 'insert into columns_patch (review_id, revision, bytes) values ($1, $2, $3)', [
    reviewId,
    patch.revision,
    Buffer.from(encodeColumns(patch)),
  ]);
  if ((await tx.count(ColumnsPatch, { reviewId })) > MOST_PATCHES) await foldPatches(tx, reviewId);
}
