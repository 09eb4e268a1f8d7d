import { type Entry, type Format, readEntries } from '@/core/formats';

/** Reads a text or bytes as a file, in pieces of `size` bytes, as a stream would hand it over. */
export async function readText(input: string | Uint8Array, format: Format, size = 1 << 16): Promise<Entry[]> {
  const bytes = typeof input === 'string' ? new TextEncoder().encode(input) : input;
  const chunks: Uint8Array[] = [];
  for (let at = 0; at < bytes.length; at += size) chunks.push(bytes.subarray(at, at + size));
  const entries: Entry[] = [];
  for await (const entry of readEntries(chunks, format)) entries.push(entry);
  return entries;
}

export const recordsOf = (entries: readonly Entry[]) => entries.flatMap((e) => (e.kind === 'record' ? [e.record] : []));
