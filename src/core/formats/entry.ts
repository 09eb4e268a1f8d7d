import type { BibRecord, ColumnMapping, Problem } from '@/core/record';

/** One entry of an imported file: a record, or a rejection. Either way its raw text is kept. */
export type Entry =
  | { kind: 'record'; ordinal: number; line: number; raw: string; record: BibRecord; problems: Problem[] }
  | { kind: 'rejected'; ordinal: number; line: number; raw: string; problem: Problem };

/**
 * A stretch of a file as text, its lines ended by LF or CRLF. It ends at a line end, at the end of the file, or, when a line has no
 * end for a megabyte, within it. `valid` says whether its bytes were in the file's encoding.
 */
export interface TextBlock {
  text: string;
  valid: boolean;
}

/** Reads entries from text, holding no more than the entry in hand. */
export interface EntryReader {
  push(block: TextBlock): Entry[];
  end(): Entry[];
}

/** Bytes as text, or null when they are not UTF-8. A byte-order mark stays. */
export type DecodeUtf8 = (bytes: Uint8Array) => string | null;

/** What some formats want to know before they read. */
export interface ReadOptions {
  /** Which column of a table means what; guessed from its header when not given. */
  mapping?: ColumnMapping;
  /** How bytes become text, where the machine has a quicker way than the usual one. */
  utf8?: DecodeUtf8;
}

/** An entry longer than this is rejected, its beginning kept, so that one endless field cannot fill the memory. */
export const MAX_ENTRY_CHARS = 1_000_000;
export const KEPT_OF_LONG_ENTRY = 2_000;

/** A tagged field of an entry: `value` holds its continuation lines too, and no white space around. */
export interface TaggedField {
  tag: string;
  value: string;
  line: number;
}
