import { Migration } from '@mikro-orm/migrations';

/** A review says where it was brought from; fields of a bundle that are not known are kept. */
export class Migration20261128213706_brought_in extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "brought_field" ("review_id" uuid not null, "kind" varchar(40) not null, "key" varchar(600) not null, "fields" jsonb not null, constraint "brought_field_pkey" primary key ("review_id", "kind", "key"));`,
    );
    this.addSql(`alter table "review" add column "origin" jsonb null;`);
  }

  override async down(): Promise<void> {
    this.addSql(`drop table if exists "brought_field" cascade;`);
    this.addSql(`alter table "review" drop column "origin";`);
  }
}
