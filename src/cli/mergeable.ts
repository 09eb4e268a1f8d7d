import { createHash } from 'node:crypto';
import { type Mergeable, mergeKeys } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { entriesOf, type Settings } from './input';

/** Where a record stands in what was given. */
export interface Place {
  file: string;
  ordinal: number;
  id: string;
}

/** The records of all files, ready to be merged. @param each is given every record as it is read */
export async function mergeableOf(
  files: readonly string[],
  settings: Pick<Settings, 'format' | 'mapping'>,
  each: (record: BibRecord, file: number) => void = () => {},
): Promise<{ mergeable: Mergeable[]; places: Place[] }> {
  const mergeable: Mergeable[] = [];
  const places: Place[] = [];
  for (const [index, file] of files.entries()) {
    for await (const entry of entriesOf(file, settings)) {
      if (entry.kind === 'rejected') continue;
      const hash = createHash('sha1').update(entry.raw).digest('hex');
      mergeable.push({ order: `${entry.record.accession}|${hash}|${index}`, keys: mergeKeys(entry.record) });
      places.push({ file, ordinal: entry.ordinal, id: entry.record.accession });
      each(entry.record, index);
    }
  }
  return { mergeable, places };
}
