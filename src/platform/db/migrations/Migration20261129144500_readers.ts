import { Migration } from '@mikro-orm/migrations';

/**
 * Two people can judge each work without seeing each other: what each said stands apart from the decision that it leads to.
 * And where each person was last in a review.
 */
export class Migration20261129144500_readers extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "review" add column "readers" jsonb null;`);
    this.addSql(`alter table "decision" add column "how" varchar(12) null;`);
    this.addSql(
      `create table "judgement" ("review_id" uuid not null, "work_no" int not null, "person_id" uuid not null, "seq" int not null, "stage" varchar(16) not null, "verdict" varchar(12) not null, "reason_code" varchar(40) not null, "reason_text" text not null, "grounds" text not null, "page" varchar(60) not null, "note" text not null, "snapshot" jsonb not null, "act" uuid null, "person" varchar(120) not null, "at" timestamptz not null, constraint "judgement_pkey" primary key ("review_id", "work_no", "person_id", "seq"));`,
    );
    this.addSql(
      `create table "difference_note" ("review_id" uuid not null, "seq" int not null, "work_no" int not null, "stage" varchar(16) not null, "text" text not null, "person" varchar(120) not null, "person_id" uuid null, "at" timestamptz not null, constraint "difference_note_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(
      `create table "person_place" ("review_id" uuid not null, "person_id" uuid not null, "path" varchar(600) not null, "work_no" int null, "at" timestamptz not null, constraint "person_place_pkey" primary key ("review_id", "person_id"));`,
    );
    this.addSql(
      `alter table "person_place" add constraint "person_place_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
    );
    this.addSql(
      `alter table "person_place" add constraint "person_place_person_fk" foreign key ("person_id") references "person" ("id") deferrable initially deferred;`,
    );
    for (const table of ['judgement', 'difference_note']) {
      this.addSql(
        `alter table "${table}" add constraint "${table}_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
      );
      this.addSql(
        `create trigger ${table}_append_only before update or delete on "${table}" for each row execute function refuse_change();`,
      );
      this.addSql(
        `create trigger ${table}_append_only_no_truncate before truncate on "${table}" for each statement execute function refuse_truncate();`,
      );
    }
  }

  override async down(): Promise<void> {
    this.addSql(`drop table "person_place"; drop table "difference_note"; drop table "judgement";`);
    this.addSql(`alter table "decision" drop column "how"; alter table "review" drop column "readers";`);
  }
}
