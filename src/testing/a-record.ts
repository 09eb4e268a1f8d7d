import { type BibRecord, emptyRecord } from '@/core/record';

/** A record for tests, with only the fields that matter to the case at hand. */
export const aRecord = (fields: Partial<BibRecord> = {}): BibRecord => ({ ...emptyRecord(), title: 'A plain title', ...fields });
