import { Migration } from '@mikro-orm/migrations';

/** What a person ruled and set is evidence, as decisions are. */
const APPEND_ONLY = ['merge_ruling', 'work_edit'];

export class Migration20261125172116_merging extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "merge_key" ("review_id" uuid not null, "record_no" int not null, "rules" varchar(40) not null, "doc" jsonb not null, constraint "merge_key_pkey" primary key ("review_id", "record_no"));`,
    );

    this.addSql(
      `create table "merge_pair" ("review_id" uuid not null, "a" int not null, "b" int not null, "score" double precision not null, "verdict" text check ("verdict" in ('join', 'ask')) not null, constraint "merge_pair_pkey" primary key ("review_id", "a", "b"));`,
    );

    this.addSql(
      `create table "merge_question" ("review_id" uuid not null, "a" int not null, "b" int not null, "score" double precision not null, "held" boolean not null, constraint "merge_question_pkey" primary key ("review_id", "a", "b"));`,
    );

    this.addSql(
      `create table "merge_ruling" ("review_id" uuid not null, "seq" int not null, "act" uuid not null, "verdict" text check ("verdict" in ('join', 'apart', 'link', 'unlink', 'undo')) not null, "a" int not null, "b" int not null, "a_name" text not null, "b_name" text not null, "link" varchar(20) null, "undoes" uuid null, "reason" text not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "merge_ruling_pkey" primary key ("review_id", "seq"));`,
    );

    this.addSql(
      `create table "merge_state" ("review_id" uuid not null, "rules" varchar(40) not null, constraint "merge_state_pkey" primary key ("review_id"));`,
    );

    this.addSql(
      `create table "work_edit" ("review_id" uuid not null, "seq" int not null, "work_no" int not null, "field" varchar(20) not null, "value" text null, "person" varchar(120) not null, "at" timestamptz not null, constraint "work_edit_pkey" primary key ("review_id", "seq"));`,
    );

    this.addSql(
      `create table "work_link" ("review_id" uuid not null, "from_no" int not null, "to_no" int not null, "type" varchar(20) not null, "basis" jsonb not null, "conclusions" varchar(10) not null, "ruled" boolean not null, constraint "work_link_pkey" primary key ("review_id", "from_no", "to_no", "type"));`,
    );
    this.addSql(`create index "work_link_review_id_to_no_index" on "work_link" ("review_id", "to_no");`);

    this.addSql(`alter table "work" add column "absorbed_at" timestamptz null;`);

    this.addSql(`alter table "review_columns" add column "basis" text not null default '';`);
    this.addSql(`alter table "review_columns" alter column "basis" drop default;`);

    // Where records were before is not known of those merged so far: where they are stands for it.
    this.addSql(`alter table "work_record" add column "prior_no" int null;`);
    this.addSql(`update "work_record" set "prior_no" = "work_no";`);
    this.addSql(`alter table "work_record" alter column "prior_no" set not null;`);

    for (const table of APPEND_ONLY) {
      this.addSql(
        `create trigger ${table}_append_only before update or delete on "${table}" for each row execute function refuse_change();`,
      );
    }
  }

  override async down(): Promise<void> {
    this.addSql(`drop table if exists "merge_key" cascade;`);

    this.addSql(`drop table if exists "merge_pair" cascade;`);

    this.addSql(`drop table if exists "merge_question" cascade;`);

    this.addSql(`drop table if exists "merge_ruling" cascade;`);

    this.addSql(`drop table if exists "merge_state" cascade;`);

    this.addSql(`drop table if exists "work_edit" cascade;`);

    this.addSql(`drop table if exists "work_link" cascade;`);

    this.addSql(`alter table "review_columns" drop column "basis";`);

    this.addSql(`alter table "work" drop column "absorbed_at";`);

    this.addSql(`alter table "work_record" drop column "prior_no";`);
  }
}
