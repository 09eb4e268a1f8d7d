import { Migration } from '@mikro-orm/migrations';

/** Sources found beside databases, leads from citations, lists of holdings and standing, requests that were refused, marks in books. */
export class Migration20261130003745_other_ways extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "citation_round" ("review_id" uuid not null, "number" int not null, "day" varchar(10) not null, "followed" jsonb not null, "sources" jsonb not null, "cited" int not null, "citing" int not null, "known" int not null, "seen" int not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "citation_round_pkey" primary key ("review_id", "number"));`,
    );

    this.addSql(
      `create table "finding" ("review_id" uuid not null, "record_no" int not null, "way" varchar(20) not null, "place" varchar(300) not null, "of_record" int null, "direction" varchar(12) null, "round" int not null, "found_on" varchar(10) not null, "note" text not null, "not_read" text not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "finding_pkey" primary key ("review_id", "record_no"));`,
    );

    this.addSql(
      `create table "hit_mark" ("review_id" uuid not null, "attachment_id" uuid not null, "page" int not null, "start" int not null, "words" varchar(200) not null, "about" boolean not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "hit_mark_pkey" primary key ("review_id", "attachment_id", "page", "start"));`,
    );

    this.addSql(
      `create table "lead" ("review_id" uuid not null, "round" int not null, "ordinal" int not null, "key" varchar(320) not null, "direction" varchar(12) not null, "text" text not null, "item" jsonb not null, "of_records" jsonb not null, "taken_record" int null, "left" text not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "lead_pkey" primary key ("review_id", "round", "ordinal"));`,
    );

    this.addSql(
      `create table "library_list" ("review_id" uuid not null, "id" uuid not null, "kind" varchar(20) not null, "name" varchar(200) not null, "day" varchar(10) not null, "bytes" bigint not null, "sha256" varchar(64) not null, "lines" int not null, "problems" jsonb not null, "removed" boolean not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "library_list_pkey" primary key ("review_id", "id"));`,
    );

    this.addSql(
      `alter table "full_text" add column "refused" varchar(10) not null default '', add column "refused_why" varchar(300) not null default '', add column "request" varchar(100) not null default '';`,
    );

    this.addSql(`alter table "retrieval" add column "way" varchar(20) not null default '';`);

    this.addSql(`alter table "review" add column "library" jsonb null;`);
    // A source that was written down by hand and taken back is in no count; its record stays.
    this.addSql(`create or replace view "active_record" as select r.* from "record" r
      join "import_file" f on f."review_id" = r."review_id" and f."id" = r."file_id"
      join "retrieval" t on t."review_id" = f."review_id" and t."id" = f."retrieval_id"
      where not t."withdrawn" and f."state" <> 'cancelled';`);
    for (const table of ['finding', 'library_list', 'citation_round', 'lead', 'hit_mark'])
      this.addSql(
        `alter table "${table}" add constraint "${table}_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
      );
    this.addSql(
      `create trigger citation_round_append_only before update or delete on "citation_round" for each row execute function refuse_change();`,
    );
    this.addSql(
      `create trigger citation_round_append_only_no_truncate before truncate on "citation_round" for each statement execute function refuse_truncate();`,
    );
  }

  override async down(): Promise<void> {
    this.addSql(`create or replace view "active_record" as select r.* from "record" r
      join "import_file" f on f."review_id" = r."review_id" and f."id" = r."file_id"
      join "retrieval" t on t."review_id" = f."review_id" and t."id" = f."retrieval_id"
      where not t."withdrawn";`);
    this.addSql(`drop table if exists "citation_round" cascade;`);

    this.addSql(`drop table if exists "finding" cascade;`);

    this.addSql(`drop table if exists "hit_mark" cascade;`);

    this.addSql(`drop table if exists "lead" cascade;`);

    this.addSql(`drop table if exists "library_list" cascade;`);

    this.addSql(`alter table "full_text" drop column "refused", drop column "refused_why", drop column "request";`);

    this.addSql(`alter table "retrieval" drop column "way";`);

    this.addSql(`alter table "review" drop column "library";`);
  }
}
