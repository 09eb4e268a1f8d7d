import type { BibRecord, Problem } from '@/core/record';

/** One entry of an imported file: a record, or a rejection. Either way its raw text is kept. */
export type Entry =
  | { kind: 'record'; ordinal: number; line: number; raw: string; record: BibRecord; problems: Problem[] }
  | { kind: 'rejected'; ordinal: number; line: number; raw: string; problem: Problem };

/** A line with its number (from 1) and whether its bytes were valid UTF-8. */
export interface Line {
  text: string;
  number: number;
  valid: boolean;
}

/** Reads entries from lines, one at a time, holding no more than the entry in hand. */
export interface EntryReader {
  line(line: Line): Entry[];
  end(): Entry[];
}

/** An entry longer than this is rejected, its beginning kept, so that one endless field cannot fill the memory. */
export const MAX_ENTRY_CHARS = 1_000_000;
export const KEPT_OF_LONG_ENTRY = 2_000;

/** A tagged field of an entry: `value` joins continuation lines with a newline. */
export interface TaggedField {
  tag: string;
  value: string;
  line: number;
}
