import { Migration } from '@mikro-orm/migrations';

/**
 * What people change of a review and no other table says stands in the ledger: retrievals begun, withdrawn and restored,
 * files put out of sight, PDFs attached and taken away. Of earlier ones it is known when they were begun.
 */
export class Migration20261129072500_review_changes extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "review_change" ("review_id" uuid not null, "seq" int not null, "kind" text check ("kind" in ('retrieval', 'file', 'pdf')) not null, "did" text check ("did" in ('added', 'withdrawn', 'restored', 'archived', 'attached', 'removed')) not null, "subject" text not null, "work_no" int null, "why" text not null, "decisions" int null, "person" varchar(120) not null, "at" timestamptz not null, constraint "review_change_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(
      `alter table "review_change" add constraint "review_change_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
    );
    this.addSql(
      `insert into review_change select review_id, number, 'retrieval', 'added', 'retrieval ' || number, null, '', null, ran_by, created_at from retrieval;`,
    );
    this.addSql(
      `create trigger review_change_append_only before update or delete on "review_change" for each row execute function refuse_change();`,
    );
    this.addSql(`alter table "import_file" add column "archived" boolean not null default false;`);
    this.addSql(`alter table "import_file" alter column "archived" drop default;`);
    // What a job is done for, to be said on every screen whose figures wait for it.
    this.addSql(`alter table "job" add column "because" text not null default '';`);
    this.addSql(`alter table "job" alter column "because" drop default;`);
  }

  override async down(): Promise<void> {
    this.addSql(`alter table "job" drop column "because";`);
    this.addSql(`alter table "import_file" drop column "archived";`);
    this.addSql(`drop table "review_change";`);
  }
}
