import type { EntityManager } from '@mikro-orm/postgresql';
import { type Columns, copyRow, decodeColumns, encodeColumns } from '@/core/sieve';
import { runBound } from '@/db/client';
import { ColumnsPatch, ReviewColumns } from '@/db/schema';

/** Patches are folded into the columns when there are more: each is read and applied whenever columns are. */
const MOST_PATCHES = 64;

/** A review's columns as they were written, with the rows that changed since, and what they were made by. */
export async function storedColumns(em: EntityManager, reviewId: string): Promise<{ columns: Columns; basis: string } | null> {
  const stored = await em.findOne(ReviewColumns, { reviewId });
  if (!stored) return null;
  const columns = decodeColumns(stored.bytes);
  const patches = await em.find(ColumnsPatch, { reviewId }, { orderBy: { revision: 'asc' } });
  if (patches.length > 0) applyPatches(columns, patches);
  return { columns, basis: stored.basis };
}

/** The columns as they go to the browser; null before the first classification. */
export async function columnBytes(em: EntityManager, reviewId: string): Promise<Uint8Array | null> {
  if ((await em.count(ColumnsPatch, { reviewId })) === 0) return (await em.findOne(ReviewColumns, { reviewId }))?.bytes ?? null;
  const stored = await storedColumns(em, reviewId);
  return stored && encodeColumns(stored.columns);
}

function applyPatches(columns: Columns, patches: readonly ColumnsPatch[]) {
  const place = new Map<number, number>();
  columns.numbers.forEach((no, i) => {
    place.set(no, i);
  });
  for (const { bytes } of patches) {
    const patch = decodeColumns(bytes);
    patch.numbers.forEach((no, j) => {
      const i = place.get(no);
      if (i !== undefined) copyRow(columns, i, patch, j);
    });
    columns.revision = patch.revision;
  }
}

/** Writes whole columns in place of those before. */
export async function writeColumns(tx: EntityManager, reviewId: string, columns: Columns, basis: string): Promise<void> {
  await tx.nativeDelete(ColumnsPatch, { reviewId });
  await runBound(
    tx,
    `insert into review_columns (review_id, revision, bytes, basis) values ($1, $2, $3, $4)
     on conflict (review_id) do update set revision = excluded.revision, bytes = excluded.bytes, basis = excluded.basis`,
    [reviewId, columns.revision, Buffer.from(encodeColumns(columns)), basis],
  );
}

/** Writes the rows of works that changed, so that a ruling on one costs no more than one. */
export async function writePatch(tx: EntityManager, reviewId: string, patch: Columns): Promise<void> {
  await runBound(tx, 'insert into columns_patch (review_id, revision, bytes) values ($1, $2, $3)', [
    reviewId,
    patch.revision,
    Buffer.from(encodeColumns(patch)),
  ]);
  if ((await tx.count(ColumnsPatch, { reviewId })) <= MOST_PATCHES) return;
  const stored = await storedColumns(tx, reviewId);
  if (stored) await writeColumns(tx, reviewId, stored.columns, stored.basis);
}
