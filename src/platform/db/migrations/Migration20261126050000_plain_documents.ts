import { Migration } from '@mikro-orm/migrations';

/**
 * Claims and merge keys are read and written whole, by the hundred thousand: as plain JSON that costs a fraction of
 * jsonb. What is looked for inside them, the type terms and those
 * of them that are unmapped, gets columns. And columns can be patched, so that a ruling on one work rewrites one row.
 */
export class Migration20261126050000_plain_documents extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "record_claims" add column "unmapped" jsonb not null default '[]';`);

    this.addSql(`update "record_claims" set "unmapped" = "doc"->'unmapped' where "doc" ? 'unmapped';`);

    // Empty until claims are derived again, which every review's are after an update of the rules.
    this.addSql(`alter table "record_claims" add column "terms" jsonb not null default '[]';`);

    this.addSql(`alter table "record_claims" alter column "unmapped" drop default, alter column "terms" drop default;`);

    this.addSql(`alter table "record_claims" alter column "doc" type json using "doc"::json;`);

    this.addSql(`alter table "merge_key" alter column "doc" type json using "doc"::json;`);

    this.addSql(
      `create table "columns_patch" ("review_id" uuid not null, "revision" int not null, "bytes" bytea not null, constraint "columns_patch_pkey" primary key ("review_id", "revision"));`,
    );
  }

  override async down(): Promise<void> {
    this.addSql(`drop table if exists "columns_patch" cascade;`);

    this.addSql(`alter table "merge_key" alter column "doc" type jsonb using "doc"::jsonb;`);

    this.addSql(`alter table "record_claims" alter column "doc" type jsonb using "doc"::jsonb;`);

    this.addSql(`alter table "record_claims" drop column "unmapped", drop column "terms";`);
  }
}
