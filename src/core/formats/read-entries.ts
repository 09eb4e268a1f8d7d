import { FORMATS, type Format } from './detect';
import type { Entry, ReadOptions } from './entry';

/**
 * Reads a file of records chunk by chunk. Memory is bounded by a chunk and one entry, whatever the file's size.
 * Every entry is yielded once, in order, as a record or as a rejection.
 */
export async function* readEntries(
  chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
  format: Format,
  options?: ReadOptions,
): AsyncGenerator<Entry> {
  for await (const batch of readBatches(chunks, format, options)) yield* batch;
}

/** The same, as many entries at a time as a chunk holds: an asynchronous step for each would cost more than reading it. */
export async function* readBatches(
  chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
  format: Format,
  options?: ReadOptions,
): AsyncGenerator<Entry[]> {
  const decoding = FORMATS[format].decoding(options);
  const reader = FORMATS[format].reader(options);
  for await (const chunk of chunks) {
    for (const block of decoding.push(chunk)) {
      const batch = reader.push(block);
      if (batch.length) yield batch;
    }
  }
  for (const block of decoding.end()) {
    const batch = reader.push(block);
    if (batch.length) yield batch;
  }
  const last = reader.end();
  if (last.length) yield last;
}

/** All entries of a text that is there as a whole. */
export function readText(text: string, format: Format, options?: ReadOptions): Entry[] {
  const reader = FORMATS[format].reader(options);
  return [...reader.push({ text, valid: true }), ...reader.end()];
}
