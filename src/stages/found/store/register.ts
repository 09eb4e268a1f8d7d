import { readText } from '@/core/formats';
import type { BibRecord } from '@/core/record';
import { type AskedOutside, OutsideFault } from '@/platform/outside/ask';
import { getOutside } from '@/platform/outside/get';

const BOUNDS: Omit<AskedOutside, 'ownNetwork'> = { bytes: 2_000_000, ms: 10_000 };

/** An address by its template. */
export const addressOf = (template: string, id: string): string => template.replaceAll('{id}', encodeURIComponent(id));

/**
 * What a register says of a work, as CSL-JSON.
 * @param id a DOI, "pmid:…" or "isbn:…"
 * @returns null when it knows nothing of it
 * @throws OutsideFault
 */
export async function describedAt(template: string, id: string): Promise<BibRecord | null> {
  let bytes: Uint8Array;
  try {
    ({ bytes } = await getOutside(addressOf(template, id), BOUNDS));
  } catch (error) {
    if (error instanceof OutsideFault && error.code === 'refused') return null;
    throw error;
  }
  const text = new TextDecoder().decode(bytes).trim();
  const [entry] = readText(text.startsWith('[') ? text : `[${text}]`, 'csl-json');
  return entry?.kind === 'record' && entry.record.title ? entry.record : null;
}
