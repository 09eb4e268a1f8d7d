import { FORMATS, type Format } from './detect';
import type { Entry } from './entry';
import { LineReader } from './lines';

/**
 * Reads a file of records chunk by chunk. Memory is bounded by a chunk and one entry, whatever the file's size.
 * Every entry is yielded once, in order, as a record or as a rejection.
 */
export async function* readEntries(chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>, format: Format): AsyncGenerator<Entry> {
  const lines = new LineReader();
  const reader = FORMATS[format].reader();
  for await (const chunk of chunks) for (const line of lines.push(chunk)) yield* reader.line(line);
  for (const line of lines.end()) yield* reader.line(line);
  yield* reader.end();
}
