import { Migration } from '@mikro-orm/migrations';

export class Migration20261124035828_initial extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "criterion" ("review_id" uuid not null, "id" uuid not null, "position" int not null, "text" varchar(300) not null, "definition" text not null, "judged_by" text check ("judged_by" in ('limiter', 'reader')) not null, "reason_code" varchar(40) not null, "quota" jsonb null, "archived" boolean not null, constraint "criterion_pkey" primary key ("review_id", "id"));`,
    );

    this.addSql(
      `create table "decision" ("review_id" uuid not null, "work_no" int not null, "seq" int not null, "verdict" varchar(12) not null, "reason_code" varchar(40) not null, "reason_text" text not null, "grounds" text not null, "snapshot" jsonb not null, "sieve_version" int not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "decision_pkey" primary key ("review_id", "work_no", "seq"));`,
    );

    this.addSql(
      `create table "import_file" ("review_id" uuid not null, "id" uuid not null, "database_id" uuid not null, "name" varchar(300) not null, "bytes" bigint not null, "sha256" varchar(64) not null, "format" varchar(20) null, "state" text check ("state" in ('received', 'imported', 'refused', 'failed')) not null, "parsed" int not null, "rejected" int not null, "message" text not null, "received_at" timestamptz not null, constraint "import_file_pkey" primary key ("review_id", "id"));`,
    );

    this.addSql(
      `create table "job" ("review_id" uuid not null, "id" uuid not null, "kind" text check ("kind" in ('import-file', 'classify-review')) not null, "file_id" uuid null, "state" text check ("state" in ('queued', 'running', 'done', 'failed')) not null, "done" bigint not null, "total" bigint not null, "unit" varchar(20) not null, "message" text not null, "updated_at" timestamptz not null, constraint "job_pkey" primary key ("review_id", "id"));`,
    );

    this.addSql(
      `create table "record_claims" ("review_id" uuid not null, "record_no" int not null, "rule_set" varchar(80) not null, "doc" jsonb not null, constraint "record_claims_pkey" primary key ("review_id", "record_no"));`,
    );

    this.addSql(
      `create table "record" ("review_id" uuid not null, "no" int not null, "file_id" uuid not null, "database_id" uuid not null, "ordinal" int not null, "line" int not null, "raw" text not null, "item" jsonb not null, "problems" jsonb not null, "stable_name" text not null, constraint "record_pkey" primary key ("review_id", "no"));`,
    );
    this.addSql(`create index "record_review_id_file_id_index" on "record" ("review_id", "file_id");`);

    this.addSql(
      `create table "rejected_entry" ("review_id" uuid not null, "file_id" uuid not null, "ordinal" int not null, "line" int not null, "code" varchar(40) not null, "message" text not null, "raw" text not null, constraint "rejected_entry_pkey" primary key ("review_id", "file_id", "ordinal"));`,
    );

    this.addSql(
      `create table "review" ("id" uuid not null, "title" varchar(300) not null, "question" text not null, "kind" varchar(40) not null, "population" text not null, "intervention" text not null, "comparison" text not null, "outcome" text not null, "as_of" varchar(10) not null, "scheme" varchar(40) not null, "person" varchar(120) not null, "revision" int not null, "sieve" jsonb not null, "sieve_edit" int not null, "created_at" timestamptz not null, constraint "review_pkey" primary key ("id"));`,
    );

    this.addSql(
      `create table "review_columns" ("review_id" uuid not null, "revision" int not null, "bytes" bytea not null, constraint "review_columns_pkey" primary key ("review_id"));`,
    );

    this.addSql(
      `create table "sieve_version" ("review_id" uuid not null, "number" int not null, "limiters" jsonb not null, "note" text not null, "basis" jsonb not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "sieve_version_pkey" primary key ("review_id", "number"));`,
    );

    this.addSql(
      `create table "source_database" ("review_id" uuid not null, "id" uuid not null, "position" int not null, "name" varchar(120) not null, "tag" varchar(2) not null, "profile" jsonb not null, constraint "source_database_pkey" primary key ("review_id", "id"));`,
    );
    this.addSql(`alter table "source_database" add constraint "source_database_review_id_tag_unique" unique ("review_id", "tag");`);

    this.addSql(
      `create table "work" ("review_id" uuid not null, "no" int not null, "title" text not null, "authors" text not null, "container" text not null, "date_words" varchar(60) not null, "doi" text not null, "pmid" varchar(20) not null, "shown_record" int not null, "records" jsonb not null, "membership" bigint not null, "axes" jsonb not null, "flags" jsonb not null, "absorbed_by" int null, constraint "work_pkey" primary key ("review_id", "no"));`,
    );

    this.addSql(
      `create table "work_record" ("review_id" uuid not null, "record_no" int not null, "work_no" int not null, constraint "work_record_pkey" primary key ("review_id", "record_no"));`,
    );
    this.addSql(`create index "work_record_review_id_work_no_index" on "work_record" ("review_id", "work_no");`);
  }
}
