import { Migration } from '@mikro-orm/migrations';

/** What belongs to a review goes with it, and is of no other. */
const OF_REVIEW = [
  ...['criterion', 'source_database', 'retrieval', 'work', 'work_edit', 'merge_ruling', 'venue', 'evidence_scheme', 'ruling'],
  ...['sieve_version', 'sieve_override', 'reason', 'reason_change', 'written_difference', 'sample_check', 'known_record', 'job'],
  'brought_field',
];

/**
 * What refers to what inside a review; each key begins with `review_id`. Claims, merge keys and joins are written by the
 * hundred thousand from the records that they are made of, in one transaction: they are not checked a second time.
 */
const INSIDE: readonly [table: string, column: string, parent: string, key: string][] = [
  ['import_file', 'retrieval_id', 'retrieval', 'id'],
  ['record', 'file_id', 'import_file', 'id'],
  ['rejected_entry', 'file_id', 'import_file', 'id'],
  ['decision', 'sieve_version', 'sieve_version', 'number'],
  ['decision', 'work_no', 'work', 'no'],
  ['full_text', 'work_no', 'work', 'no'],
  ['attachment', 'record_no', 'record', 'no'],
  ['attachment_page', 'attachment_id', 'attachment', 'id'],
  ['sieve_override', 'record_no', 'record', 'no'],
  ['sample_check', 'sieve_version', 'sieve_version', 'number'],
  ['sample_verdict', 'check_number', 'sample_check', 'number'],
];
/** Rows that refer to rows of their own table. */
const OWN: readonly [table: string, column: string, key: string][] = [
  ['retrieval', 'updates', 'id'],
  ['import_file', 'corrects', 'id'],
  ['reason', 'merged_into', 'code'],
];

/** Checked when a transaction ends, so that rows may be written in any order; not for rows that are there already. */
const LATE = 'deferrable initially deferred not valid';

/** Foreign keys inside a review. */
export class Migration20261128214500_foreign_keys extends Migration {
  override async up(): Promise<void> {
    for (const table of OF_REVIEW)
      this.addSql(
        `alter table "${table}" add constraint "${table}_review_fk" foreign key ("review_id") references "review" ("id") ${LATE};`,
      );
    for (const [table, column, parent, key] of INSIDE)
      this.addSql(
        `alter table "${table}" add constraint "${table}_${column}_fk" foreign key ("review_id", "${column}") references "${parent}" ("review_id", "${key}") ${LATE};`,
      );
    for (const [table, column, key] of OWN)
      this.addSql(
        `alter table "${table}" add constraint "${table}_${column}_fk" foreign key ("review_id", "${column}") references "${table}" ("review_id", "${key}") ${LATE};`,
      );
  }

  override async down(): Promise<void> {
    for (const table of OF_REVIEW) this.addSql(`alter table "${table}" drop constraint "${table}_review_fk";`);
    for (const [table, column] of [...INSIDE, ...OWN]) this.addSql(`alter table "${table}" drop constraint "${table}_${column}_fk";`);
  }
}
