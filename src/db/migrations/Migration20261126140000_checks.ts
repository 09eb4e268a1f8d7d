import { Migration } from '@mikro-orm/migrations';

/** Samples that are judged blind, which are evidence and never change; and works known to be relevant from elsewhere. */
export class Migration20261126140000_checks extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "sample_check" ("review_id" uuid not null, "no" int not null, "kind" text check ("kind" in ('stopped', 'own')) not null, "seed" int not null, "strata" jsonb not null, "sieve_version" int not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "sample_check_pkey" primary key ("review_id", "no"));`,
    );
    this.addSql(
      `create table "sample_verdict" ("review_id" uuid not null, "seq" int not null, "check_no" int not null, "work_no" int not null, "verdict" text check ("verdict" in ('relevant', 'not-relevant', 'unsure')) not null, "note" text not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "sample_verdict_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(
      `create table "known_record" ("review_id" uuid not null, "no" int not null, "given" text not null, "item" jsonb not null, "record_no" int null, "how" text check ("how" in ('identifier', 'merge', 'person', 'nobody')) not null, "candidates" jsonb not null, "removed" boolean not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "known_record_pkey" primary key ("review_id", "no"));`,
    );
    for (const table of ['sample_check', 'sample_verdict'])
      this.addSql(
        `create trigger ${table}_append_only before update or delete on "${table}" for each row execute function refuse_change();`,
      );
  }

  override async down(): Promise<void> {
    for (const table of ['known_record', 'sample_verdict', 'sample_check']) this.addSql(`drop table if exists "${table}" cascade;`);
  }
}
