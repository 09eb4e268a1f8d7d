import { Migration } from '@mikro-orm/migrations';

/**
 * Decisions at two stages, with a page, a note and the act they belong to; the list of reasons with its history; written
 * differences; full texts with their PDFs; how a review is written up. A review as a whole can be deleted from now on:
 * the transaction that does it names the review, and only then does the database let its evidence go.
 */
export class Migration20261126120000_decide extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `alter table "decision" add column "stage" varchar(16) not null default 'title-abstract', add column "page" varchar(60) not null default '', add column "note" text not null default '', add column "act" uuid null;`,
    );
    this.addSql(
      `alter table "decision" alter column "stage" drop default, alter column "page" drop default, alter column "note" drop default;`,
    );
    this.addSql(`create index "work_review_id_absorbed_by_index" on "work" ("review_id", "absorbed_by");`);
    this.addSql(`create index "decision_review_id_at_index" on "decision" ("review_id", "at");`);
    this.addSql(
      `alter table "review" add column "two_stages" boolean not null default false, add column "templates" jsonb null, add column "write_up" jsonb null, add column "archived_at" timestamptz null;`,
    );
    this.addSql(`alter table "review" alter column "two_stages" drop default;`);

    this.addSql(
      `create table "reason" ("review_id" uuid not null, "code" varchar(40) not null, "position" int not null, "text" varchar(300) not null, "definition" text not null, "origin" text check ("origin" in ('criterion', 'limiter', 'question', 'own', 'retrieval')) not null, "merged_into" varchar(40) null, "archived" boolean not null, constraint "reason_pkey" primary key ("review_id", "code"));`,
    );
    this.addSql(
      `create table "reason_change" ("review_id" uuid not null, "seq" int not null, "code" varchar(40) not null, "kind" text check ("kind" in ('added', 'renamed', 'defined', 'merged', 'parted', 'archived', 'restored')) not null, "before" text not null, "after" text not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "reason_change_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(
      `create table "written_difference" ("review_id" uuid not null, "seq" int not null, "work_no" int not null, "text" text not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "written_difference_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(
      `create table "full_text" ("review_id" uuid not null, "work_no" int not null, "asked" varchar(10) not null, "promised" varchar(10) not null, "arrived" varchar(10) not null, "source" varchar(300) not null, "note" text not null, "edit" int not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "full_text_pkey" primary key ("review_id", "work_no"));`,
    );
    this.addSql(
      `create table "attachment" ("review_id" uuid not null, "id" uuid not null, "record_no" int not null, "name" varchar(300) not null, "bytes" bigint not null, "sha256" varchar(64) not null, "pages" int not null, "has_text" boolean not null, "removed" boolean not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "attachment_pkey" primary key ("review_id", "id"));`,
    );
    this.addSql(`create index "attachment_review_id_record_no_index" on "attachment" ("review_id", "record_no");`);
    this.addSql(
      `create table "attachment_page" ("review_id" uuid not null, "attachment_id" uuid not null, "page" int not null, "text" text not null, constraint "attachment_page_pkey" primary key ("review_id", "attachment_id", "page"));`,
    );

    // Reviews until now were judged at one stage; the criteria of a review were its reasons until now, those that were archived too: decisions name them.
    this.addSql(
      `insert into reason select distinct on (review_id, reason_code) review_id, reason_code, position, text, definition, 'criterion', null, archived
       from criterion order by review_id, reason_code, archived;`,
    );
    this.addSql(
      `create or replace function refuse_change() returns trigger language plpgsql as $$
       begin
         if tg_op = 'DELETE' and current_setting('narrow_sieve.deleting', true) = old.review_id::text then return old; end if;
         raise exception 'rows of % are never changed or deleted', tg_table_name using errcode = 'integrity_constraint_violation';
       end $$;`,
    );
    for (const table of ['reason_change', 'written_difference'])
      this.addSql(
        `create trigger ${table}_append_only before update or delete on "${table}" for each row execute function refuse_change();`,
      );
  }

  override async down(): Promise<void> {
    for (const table of ['attachment_page', 'attachment', 'full_text', 'written_difference', 'reason_change', 'reason'])
      this.addSql(`drop table if exists "${table}" cascade;`);
    this.addSql(
      `alter table "review" drop column "two_stages", drop column "templates", drop column "write_up", drop column "archived_at";`,
    );
    this.addSql(`drop index "decision_review_id_at_index";`);
    this.addSql(`drop index "work_review_id_absorbed_by_index";`);
    this.addSql(`alter table "decision" drop column "stage", drop column "page", drop column "note", drop column "act";`);
  }
}
