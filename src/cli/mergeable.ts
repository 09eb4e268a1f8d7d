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

/** A record that could not be processed: the rest goes on without it. */
export interface AsideLine extends Place {
  setAside: { step: 'derive' | 'merge' | 'classify'; reason: string };
}
export const reasonOf = (error: unknown): string => (error instanceof Error ? `${error.name}: ${error.message}` : String(error));

/** The records of all files, ready to be merged, and those that are not. @param each is given every record as it is read */
export async function mergeableOf(
  files: readonly string[],
  settings: Pick<Settings, 'format' | 'mapping'>,
  each: (record: BibRecord, file: number) => void = () => {},
): Promise<{ mergeable: Mergeable[]; places: Place[]; aside: AsideLine[] }> {
  const mergeable: Mergeable[] = [];
  const places: Place[] = [];
  const aside: AsideLine[] = [];
  for (const [index, file] of files.entries()) {
    for await (const entry of entriesOf(file, settings)) {
      if (entry.kind === 'rejected') continue;
      const hash = createHash('sha1').update(entry.raw).digest('hex');
      const place = { file, ordinal: entry.ordinal, id: entry.record.accession };
      try {
        const keys = mergeKeys(entry.record);
        each(entry.record, index);
        mergeable.push({ order: `${entry.record.accession}|${hash}|${index}`, keys });
        places.push(place);
      } catch (error) {
        aside.push({ ...place, setAside: { step: 'derive', reason: reasonOf(error) } });
      }
    }
  }
  return { mergeable, places, aside };
}
