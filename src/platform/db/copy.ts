import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { EntityManager } from '@mikro-orm/postgresql';
import { from as copyFrom } from 'pg-copy-streams';
import { clientOf } from './client';

/** A cell of a COPY row. Objects are written as JSON. */
type Cell = string | number | boolean | null | object;

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
  const client = await clientOf(tx);
  let count = 0;
  async function* lines() {
    let text = '';
    for await (const rows of batches) {
      for (const row of rows) {
        count++;
        for (let i = 0; i < row.length; i++) text += (i ? '\t' : '') + encode(row[i]!);
        text += '\n';
        if (text.length > BATCH_CHARS) {
          yield Buffer.from(text);
          text = '';
        }
      }
    }
    if (text) yield Buffer.from(text);
  }
  await pipeline(Readable.from(lines()), client.query(copyFrom(`copy ${table} (${columns.join(', ')}) from stdin`)));
  return count;
}

/** COPY text format: backslash, tab and line ends escaped, NULL as \N. PostgreSQL text cannot hold NUL characters. */
function encode(cell: Cell): string {
  if (cell === null) return '\\N';
  if (typeof cell === 'number' || typeof cell === 'boolean') return String(cell);
  const text = typeof cell === 'string' ? cell : JSON.stringify(cell);
  return NEEDS_ESCAPE.test(text) ? escaped(text, typeof cell !== 'string') : text;
}

// biome-ignore lint/suspicious/noControlCharactersInRegex: those are the ones that COPY and PostgreSQL cannot take as they are
const NEEDS_ESCAPE = /[\\\n\r\t\u0000\ud800-\udfff]/;
const ESCAPES: Record<string, string> = { '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' };

function escaped(text: string, json: boolean): string {
  // A half of a pair of surrogates, alone, is no character: UTF-8 has no form for it.
  const sound = text.toWellFormed();
  // In JSON an escaped backslash is passed over, so that the text "\\u0000" stays what somebody wrote.
  const plain = json
    ? sound.replace(/\\\\|\\u0000|\\ud[89a-f][0-9a-f]{2}/gi, (found) => (found === '\\\\' ? found : '\uFFFD'))
    : sound.replaceAll('\u0000', '\uFFFD');
  return plain.replace(/[\\\n\r\t]/g, (c) => ESCAPES[c]!);
}
