import { Migration } from '@mikro-orm/migrations';

/** Records that could not be processed are set aside with their reason; a job counts how often it was begun. */
export class Migration20261128173401_set_aside extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "set_aside" ("review_id" uuid not null, "record_no" int not null, "step" text check ("step" in ('derive', 'merge', 'classify')) not null, "reason" text not null, "rules" varchar(80) not null, "at" timestamptz not null, constraint "set_aside_pkey" primary key ("review_id", "record_no"));`,
    );
    this.addSql(`alter table "job" add column "attempts" int not null default 0;`);
    this.addSql(`alter table "job" alter column "attempts" drop default;`);
  }

  override async down(): Promise<void> {
    this.addSql(`drop table if exists "set_aside" cascade;`);
    this.addSql(`alter table "job" drop column "attempts";`);
  }
}
