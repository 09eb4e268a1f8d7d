import { Migration } from '@mikro-orm/migrations';

export class Migration20261125142847_retrievals extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "retrieval" ("review_id" uuid not null, "id" uuid not null, "number" int not null, "database_ids" jsonb not null, "platform" varchar(200) not null, "searched_on" varchar(10) not null, "coverage_from" varchar(40) not null, "coverage_to" varchar(40) not null, "default_fields" varchar(400) not null, "word_variation" varchar(400) not null, "strategy" text not null, "steps" jsonb not null, "reported" int null, "exported" int null, "reasons" jsonb not null, "sort_order" varchar(200) not null, "capped" boolean not null, "ran_by" varchar(120) not null, "notes" text not null, "updates" uuid null, "withdrawn" boolean not null, "withdrawn_why" text not null, "edit" int not null, "created_at" timestamptz not null, constraint "retrieval_pkey" primary key ("review_id", "id"));`,
    );
    this.addSql(`alter table "retrieval" add constraint "retrieval_review_id_number_unique" unique ("review_id", "number");`);

    this.addSql(`alter table "import_file" drop constraint if exists "import_file_state_check";`);

    this.addSql(`alter table "job" drop constraint if exists "job_state_check";`);

    // What was imported before had one file after another from a database: one search each, of which only that is known.
    this.addSql(`insert into "retrieval" ("review_id", "id", "number", "database_ids", "platform", "searched_on", "coverage_from", "coverage_to", "default_fields", "word_variation", "strategy", "steps", "reasons", "sort_order", "capped", "ran_by", "notes", "withdrawn", "withdrawn_why", "edit", "created_at")
      select d."review_id", d."id", d."position" + 1, jsonb_build_array(d."id"), '', '', '', '', '', '', '', '[]', '{"notExported":"","notInFile":""}', '', false, '', '', false, '', 0, now()
      from "source_database" d where exists (select 1 from "import_file" f where f."review_id" = d."review_id" and f."database_id" = d."id");`);
    this.addSql(`update "source_database" set "profile" = jsonb_build_object(
      'axes', (select jsonb_object_agg(a.key, jsonb_build_object('capability', coalesce("profile"->'axes'->>a.key, 'none'), 'level', 'item', 'dropsMissing', false, 'control', '', 'quirk', ''))
        from unnest(array['sourceType','publicationType','peerReview','level','date','language','fullText']) as a(key)),
      'allJournalsRefereed', "profile"->'allJournalsRefereed', 'carries', '[]'::jsonb, 'terms', '[]'::jsonb, 'columns', null, 'notes', "profile"->'notes');`);

    this.addSql(`alter table "import_file" add column "corrects" uuid null, add column "mapping" jsonb null;`);
    this.addSql(
      `alter table "import_file" add constraint "import_file_state_check" check("state" in ('received', 'waiting', 'imported', 'refused', 'cancelled', 'failed'));`,
    );
    this.addSql(`alter table "import_file" rename column "database_id" to "retrieval_id";`);
    this.addSql(`create index "import_file_review_id_retrieval_id_index" on "import_file" ("review_id", "retrieval_id");`);

    this.addSql(
      `alter table "job" add column "cancel" boolean not null default false, add column "entries" int not null default 0, add column "started_at" timestamptz null;`,
    );
    this.addSql(`alter table "job" alter column "cancel" drop default, alter column "entries" drop default;`);
    this.addSql(
      `alter table "job" add constraint "job_state_check" check("state" in ('queued', 'running', 'done', 'cancelled', 'failed'));`,
    );

    this.addSql(`alter table "record" alter column "database_id" drop default;`);
    this.addSql(`alter table "record" alter column "database_id" type uuid using ("database_id"::text::uuid);`);
    this.addSql(`alter table "record" alter column "database_id" drop not null;`);

    this.addSql(`alter table "work_record" add column "active" boolean not null default true;`);
    this.addSql(`alter table "work_record" alter column "active" drop default;`);

    this.addSql(`create view "active_record" as select r.* from "record" r
      join "import_file" f on f."review_id" = r."review_id" and f."id" = r."file_id"
      join "retrieval" t on t."review_id" = f."review_id" and t."id" = f."retrieval_id"
      where not t."withdrawn";`);
  }

  override async down(): Promise<void> {
    this.addSql(`drop view "active_record";`);
    this.addSql(`drop table if exists "retrieval" cascade;`);

    this.addSql(`alter table "import_file" drop constraint if exists "import_file_state_check";`);

    this.addSql(`alter table "job" drop constraint if exists "job_state_check";`);

    this.addSql(`drop index "import_file_review_id_retrieval_id_index";`);
    this.addSql(`alter table "import_file" drop column "corrects", drop column "mapping";`);

    this.addSql(
      `alter table "import_file" add constraint "import_file_state_check" check("state" in ('received', 'imported', 'refused', 'failed'));`,
    );
    this.addSql(`alter table "import_file" rename column "retrieval_id" to "database_id";`);

    this.addSql(`alter table "job" drop column "cancel", drop column "entries", drop column "started_at";`);

    this.addSql(`alter table "job" add constraint "job_state_check" check("state" in ('queued', 'running', 'done', 'failed'));`);

    this.addSql(`alter table "record" alter column "database_id" drop default;`);
    this.addSql(`alter table "record" alter column "database_id" type uuid using ("database_id"::text::uuid);`);
    this.addSql(`alter table "record" alter column "database_id" set not null;`);

    this.addSql(`alter table "work_record" drop column "active";`);
  }
}
