import { Migration } from '@mikro-orm/migrations';

export class Migration20261126015923_classification extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "ruling" ("review_id" uuid not null, "seq" int not null, "axis" varchar(20) not null, "codes" jsonb not null, "reach" text check ("reach" in ('one', 'these', 'standing')) not null, "cause" jsonb null, "records" jsonb not null, "names" jsonb not null, "works" int not null, "reason" text not null, "undoes" int null, "person" varchar(120) not null, "at" timestamptz not null, constraint "ruling_pkey" primary key ("review_id", "seq"));`,
    );

    this.addSql(
      `create table "evidence_scheme" ("review_id" uuid not null, "id" varchar(40) not null, "doc" jsonb not null, "edit" int not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "evidence_scheme_pkey" primary key ("review_id", "id"));`,
    );

    this.addSql(
      `create table "venue" ("review_id" uuid not null, "key" varchar(400) not null, "entry" jsonb not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "venue_pkey" primary key ("review_id", "key"));`,
    );

    this.addSql('create trigger ruling_append_only before update or delete on "ruling" for each row execute function refuse_change();');

    this.addSql(`alter table "job" drop constraint if exists "job_kind_check";`);

    this.addSql(`alter table "job" add constraint "job_kind_check" check("kind" in ('import-file', 'classify-review', 'reclassify'));`);
  }

  override async down(): Promise<void> {
    this.addSql(`drop table if exists "ruling" cascade;`);

    this.addSql(`drop table if exists "evidence_scheme" cascade;`);

    this.addSql(`drop table if exists "venue" cascade;`);

    this.addSql(`alter table "job" drop constraint if exists "job_kind_check";`);

    this.addSql(`alter table "job" add constraint "job_kind_check" check("kind" in ('import-file', 'classify-review'));`);
  }
}
