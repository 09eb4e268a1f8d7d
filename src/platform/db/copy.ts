import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { EntityManager } from '@mikro-orm/postgresql';
import { from as copyFrom } from 'pg-copy-streams';
import { type Cell, copyLine } from '@/core/storage';
import { clientOf } from './client';

const BATCH_CHARS = 65_536;

/**
 * Streams batches of rows into a table with COPY, inside the entity manager's transaction, so that it rolls back with
 * it. Batches, because an asynchronous step for each row would cost more than the row.
 * @returns how many rows were written
 */
export async function copyRows(
  tx: EntityManager,
  table: string,
  columns: readonly string[],
  batches: AsyncIterable<Cell[][]> | Iterable<Cell[][]>,
): Promise<number> {
  let count = 0;
  async function* lines() {
    let text = '';
    for await (const rows of batches) {
      for (const row of rows) {
        count++;
        text += copyLine(row);
        if (text.length > BATCH_CHARS) {
          yield Buffer.from(text);
          text = '';
        }
      }
    }
    if (text) yield Buffer.from(text);
  }
  await copyWritten(tx, table, columns, lines());
  return count;
}

/** The same with rows that were written elsewhere, as text. */
export async function copyWritten(
  tx: EntityManager,
  table: string,
  columns: readonly string[],
  text: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
): Promise<void> {
  await pipeline(Readable.from(text), (await clientOf(tx)).query(copyFrom(`copy ${table} (${columns.join(', ')}) from stdin`)));
}
