import { Migration } from '@mikro-orm/migrations';

/** The search desk: ways into databases, the sheet of blocks in its versions, what each line found, saved searches, thesauri. */
export class Migration20261129213246_search extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "saved_run" ("review_id" uuid not null, "saved_id" uuid not null, "seq" int not null, "total" int null, "seen" jsonb not null, "fresh" jsonb not null, "gone" jsonb not null, "changed" jsonb not null, "problem" text not null, "at" timestamptz not null, constraint "saved_run_pkey" primary key ("review_id", "saved_id", "seq"));`,
    );
    this.addSql(
      `create table "saved_search" ("review_id" uuid not null, "id" uuid not null, "name" varchar(200) not null, "database_id" uuid not null, "query" text not null, "every_days" int not null, "next_at" timestamptz null, "removed" boolean not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "saved_search_pkey" primary key ("review_id", "id"));`,
    );
    this.addSql(
      `create table "search_door" ("review_id" uuid not null, "database_id" uuid not null, "address" varchar(1000) not null, "version" varchar(8) not null, "record_schema" varchar(200) not null, "title" varchar(300) not null, "about" text not null, "most_records" int null, "settings" jsonb not null, "own_query" text null, "own_query_of" text not null, "thesaurus_id" uuid null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "search_door_pkey" primary key ("review_id", "database_id"));`,
    );
    this.addSql(
      `create table "search_look" ("review_id" uuid not null, "seq" int not null, "database_id" uuid not null, "line_key" varchar(120) not null, "label" varchar(200) not null, "query" text not null, "total" int not null, "seed" int null, "titles" jsonb not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "search_look_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(
      `create table "search_run" ("review_id" uuid not null, "seq" int not null, "database_id" uuid not null, "sheet_number" int not null, "sheet" jsonb not null, "lines" jsonb not null, "advice" jsonb not null, "ms" int not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "search_run_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(`create index "search_run_review_id_database_id_index" on "search_run" ("review_id", "database_id");`);
    this.addSql(
      `create table "search_sheet" ("review_id" uuid not null, "number" int not null, "sheet" jsonb not null, "note" text not null, "edit" int not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "search_sheet_pkey" primary key ("review_id", "number"));`,
    );
    this.addSql(
      `create table "search_taking" ("review_id" uuid not null, "id" uuid not null, "database_id" uuid not null, "retrieval_id" uuid not null, "query" text not null, "most" int not null, "total" int null, "got" int not null, "next" int null, "bytes" bigint not null, "faults" jsonb not null, "at" timestamptz not null, constraint "search_taking_pkey" primary key ("review_id", "id"));`,
    );
    this.addSql(
      `create table "strategy_reading" ("review_id" uuid not null, "seq" int not null, "sheet_number" int not null, "reader" varchar(200) not null, "read_on" varchar(10) not null, "changed" text not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "strategy_reading_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(
      `create table "thesaurus" ("review_id" uuid not null, "id" uuid not null, "name" varchar(300) not null, "concepts" jsonb not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "thesaurus_pkey" primary key ("review_id", "id"));`,
    );
    this.addSql(`alter table "job" drop constraint if exists "job_kind_check";`);
    this.addSql(
      `alter table "job" add constraint "job_kind_check" check("kind" in ('import-file', 'classify-review', 'reclassify', 'take-in'));`,
    );
    const tables = ['search_door', 'search_sheet', 'search_run', 'search_look', 'search_taking', 'saved_search', 'saved_run'];
    for (const table of [...tables, 'thesaurus', 'strategy_reading'])
      this.addSql(
        `alter table "${table}" add constraint "${table}_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
      );
    for (const table of ['search_run', 'saved_run', 'strategy_reading']) {
      this.addSql(
        `create trigger ${table}_append_only before update or delete on "${table}" for each row execute function refuse_change();`,
      );
      this.addSql(
        `create trigger ${table}_append_only_no_truncate before truncate on "${table}" for each statement execute function refuse_truncate();`,
      );
    }
  }

  override async down(): Promise<void> {
    this.addSql(`drop table if exists "saved_run" cascade;`);
    this.addSql(`drop table if exists "saved_search" cascade;`);
    this.addSql(`drop table if exists "search_door" cascade;`);
    this.addSql(`drop table if exists "search_look" cascade;`);
    this.addSql(`drop table if exists "search_run" cascade;`);
    this.addSql(`drop table if exists "search_sheet" cascade;`);
    this.addSql(`drop table if exists "search_taking" cascade;`);
    this.addSql(`drop table if exists "strategy_reading" cascade;`);
    this.addSql(`drop table if exists "thesaurus" cascade;`);
    this.addSql(`alter table "job" drop constraint if exists "job_kind_check";`);
    this.addSql(`alter table "job" add constraint "job_kind_check" check("kind" in ('import-file', 'classify-review', 'reclassify'));`);
  }
}
