import { type BibRecord, clip, MOST_READ, type Problem } from '@/core/record';
import { canBeTold } from './can-be-told';
import type { Entry, TaggedField } from './entry';
import { titleProblems } from './title-problems';

/** Where an entry stands in its file. */
export interface Place {
  ordinal: number;
  line: number;
  raw: string;
}

export const rejection = ({ ordinal, line, raw }: Place, code: Problem['code'], text = raw): Entry => ({
  ...{ kind: 'rejected', ordinal, line, raw },
  problem: { code, line, text: clip(text) },
});

const LONG_FIELDS = ['title', 'abstract'] as const;

/**
 * What an entry comes to: a record with what is wrong about it, or a rejection. Whatever goes wrong in reading it is its
 * own affair, and no other entry of the file is lost for it.
 * @param read makes the record and may report problems
 * @param fields of the entry, where they have lines of their own
 */
export function asEntry(
  place: Place,
  problems: Problem[],
  read: (problem: (p: Problem) => void) => BibRecord,
  fields?: readonly TaggedField[],
): Entry {
  let record: BibRecord;
  try {
    record = read((p) => problems.push(p));
  } catch (error) {
    return rejection(place, 'cannot-be-read', (error as Error).message);
  }
  if (!canBeTold(record)) return rejection(place, 'no-title-or-identifier');
  titleProblems(record, place.line, problems, fields);
  for (const field of LONG_FIELDS)
    if (record[field].length > MOST_READ[field])
      problems.push({ code: 'long-text', line: place.line, field, text: String(record[field].length) });
  const { ordinal, line, raw } = place;
  return { kind: 'record', ordinal, line, raw, record, problems };
}
