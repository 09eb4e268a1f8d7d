import type { BibRecord } from '@/core/record';
import { claimsOfRecord, type RecordClaims } from './claims-of-record';
import type { DatabaseScope } from './stated';

/** One record of a work, with what was derived from it. `key` names the record in claims. */
export interface RecordOfWork {
  key: number;
  found: RecordClaims;
}
/** A record ready to be classified, derived now. */
export const readyRecord = (key: number, item: BibRecord, scope: DatabaseScope): RecordOfWork => ({
  key,
  found: claimsOfRecord(item, scope),
});
