import { Migration } from '@mikro-orm/migrations';

/**
 * What limiters that read text said of a review's works, kept so that they are asked once a revision; and what people
 * said of single works at single limiters, which is evidence and never changes.
 */
export class Migration20261126080000_sieve extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "text_answer" ("review_id" uuid not null, "key" varchar(64) not null, "revision" int not null, "bytes" bytea not null, constraint "text_answer_pkey" primary key ("review_id", "key"));`,
    );

    this.addSql(
      `create table "sieve_override" ("review_id" uuid not null, "seq" int not null, "fate" text check ("fate" in ('pass', 'stop', 'undo')) not null, "limiters" jsonb not null, "record_no" int not null, "work_no" int not null, "undoes" int null, "reason" text not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "sieve_override_pkey" primary key ("review_id", "seq"));`,
    );

    this.addSql(
      `create trigger sieve_override_append_only before update or delete on "sieve_override" for each row execute function refuse_change();`,
    );
  }

  override async down(): Promise<void> {
    this.addSql(`drop table if exists "sieve_override" cascade;`);

    this.addSql(`drop table if exists "text_answer" cascade;`);
  }
}
