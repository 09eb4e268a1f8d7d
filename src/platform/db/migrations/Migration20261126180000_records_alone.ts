import { Migration } from '@mikro-orm/migrations';

/**
 * The records of every retrieval, each judged by itself, are stored when they are classified: so nobody waits while all
 * of them are judged once more to see what was applied where.
 */
export class Migration20261126180000_records_alone extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "retrieval_columns" ("review_id" uuid not null, "retrieval_id" uuid not null, "revision" int not null, "records" bytea not null, "works" bytea not null, constraint "retrieval_columns_pkey" primary key ("review_id", "retrieval_id"));`,
    );
    this.addSql(
      `create table "record_patch" ("review_id" uuid not null, "revision" int not null, "bytes" bytea not null, constraint "record_patch_pkey" primary key ("review_id", "revision"));`,
    );
  }

  override async down(): Promise<void> {
    for (const table of ['record_patch', 'retrieval_columns']) this.addSql(`drop table if exists "${table}" cascade;`);
  }
}
