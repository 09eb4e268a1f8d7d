import { type MergeKeys, mergeKeys } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { type Cell, copyText, JsonText, MERGE_RULE_SET } from '@/core/storage';
import { derivedText } from './derived-claims';
import type { Scopes } from './scopes';

/** A record of which something is to be derived. */
export interface ToDerive {
  no: number;
  database: string | null;
  /** The record as JSON, as it is stored. */
  item: string;
  claims: boolean;
  keys: boolean;
}

/** What could not be processed, with the words of the fault. */
export interface Fault {
  no: number;
  words: string;
  /** Where in the program it was, for the log. */
  stack: string;
}
export const faultOf = (no: number, error: unknown): Fault => ({
  no,
  words: error instanceof Error ? `${error.name}: ${error.message}` : String(error),
  stack: (error instanceof Error && error.stack) || '',
});

export const CLAIM_COLUMNS = ['review_id', 'record_no', 'rule_set', 'doc', 'unmapped', 'terms'];
export const KEY_COLUMNS = ['review_id', 'record_no', 'rules', 'doc'];

/** Rows for PostgreSQL, in UTF-8, in the order of the records. */
export interface DerivedRows {
  claims: Uint8Array;
  keys: Uint8Array;
  /** Merge keys that were made, by the record's number: in the order of the records. */
  made: [no: number, keys: MergeKeys][];
  faults: Fault[];
}

/** Derives claims and merge keys of some records. One that fails costs no other. */
export function deriveBatch(scopes: Scopes, reviewId: string, records: readonly ToDerive[]): DerivedRows {
  const claims: Cell[][] = [];
  const keys: Cell[][] = [];
  const made: DerivedRows['made'] = [];
  const faults: Fault[] = [];
  for (const r of records)
    try {
      const item = JSON.parse(r.item) as BibRecord;
      const own = r.keys ? mergeKeys(item) : null;
      const derived = r.claims ? derivedText(scopes, r.database, item) : null;
      if (own) {
        keys.push([reviewId, r.no, MERGE_RULE_SET, own]);
        made.push([r.no, own]);
      }
      if (derived) claims.push([reviewId, r.no, derived.ruleSet, new JsonText(derived.doc), derived.unmapped, derived.terms]);
    } catch (error) {
      faults.push(faultOf(r.no, error));
    }
  return { claims: utf8(claims), keys: utf8(keys), made, faults };
}

const utf8 = (rows: readonly Cell[][]): Uint8Array => new TextEncoder().encode(copyText(rows));

/** A record as it was read from a file. */
export interface ReadRecord {
  no: number;
  database: string | null;
  ordinal: number;
  line: number;
  raw: string;
  /** As JSON. */
  item: string;
  /** As JSON. */
  problems: string;
  /** Its stable name. */
  name: string;
}

export const RECORD_COLUMNS = ['review_id', 'no', 'file_id', 'database_id', 'ordinal', 'line', 'raw', 'item', 'problems', 'stable_name'];

/** The rows of records that were read, with what is derived of them: one that fails is stored, and derived when it is tried again. */
export function takenIn(
  scopes: Scopes,
  reviewId: string,
  fileId: string,
  records: readonly ReadRecord[],
): DerivedRows & { records: Uint8Array } {
  const rows = records.map((r): Cell[] => [
    ...[reviewId, r.no, fileId, r.database, r.ordinal, r.line, r.raw],
    new JsonText(r.item),
    new JsonText(r.problems),
    r.name,
  ]);
  const derived = deriveBatch(
    scopes,
    reviewId,
    records.map((r) => ({ no: r.no, database: r.database, item: r.item, claims: true, keys: true })),
  );
  return { ...derived, records: utf8(rows) };
}
