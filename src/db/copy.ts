import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { EntityManager } from '@mikro-orm/postgresql';
import type { Client } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';

/** A cell of a COPY row. Objects are written as JSON. */
type Cell = string | number | boolean | null | object;

const BATCH_CHARS = 65_536;

/**
 * Streams rows into a table with COPY, inside the entity manager's transaction, so that it rolls back with it.
 * @returns how many rows were written
 */
export async function copyRows(
  tx: EntityManager,
  table: string,
  columns: readonly string[],
  rows: AsyncIterable<Cell[]> | Iterable<Cell[]>,
): Promise<number> {
  const client = (await tx.getTransactionContext()!.client.acquireConnection()) as Client;
  let count = 0;
  async function* lines() {
    let batch = '';
    for await (const row of rows) {
      count++;
      batch += `${row.map(encode).join('\t')}\n`;
      if (batch.length > BATCH_CHARS) {
        yield Buffer.from(batch);
        batch = '';
      }
    }
    if (batch) yield Buffer.from(batch);
  }
  await pipeline(Readable.from(lines()), client.query(copyFrom(`copy ${table} (${columns.join(', ')}) from stdin`)));
  return count;
}

/** COPY text format: backslash, tab and line ends escaped, NULL as \N. PostgreSQL text cannot hold NUL characters. */
function encode(cell: Cell): string {
  if (cell === null) return '\\N';
  if (typeof cell === 'number' || typeof cell === 'boolean') return String(cell);
  const text = typeof cell === 'string' ? cell.replaceAll('\u0000', '\uFFFD') : JSON.stringify(cell).replaceAll('\\u0000', '\uFFFD');
  return text.replace(/[\\\n\r\t]/g, (c) => ({ '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' })[c]!);
}
