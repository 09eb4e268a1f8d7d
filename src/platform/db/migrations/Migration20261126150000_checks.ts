import { Migration } from '@mikro-orm/migrations';

/**
 * Samples with what people said of them, and works that are known to belong, with the keys that records are looked for
 * under. What was drawn and said is never changed.
 */
export class Migration20261126150000_checks extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "known_record" ("review_id" uuid not null, "number" int not null, "source" varchar(300) not null, "raw" text not null, "line" int not null, "item" jsonb not null, "matches" jsonb not null, "first" int not null, "ruled" int null, "removed" boolean not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "known_record_pkey" primary key ("review_id", "number"));`,
    );
    this.addSql(
      `create table "known_state" ("review_id" uuid not null, "merges" int not null, constraint "known_state_pkey" primary key ("review_id"));`,
    );
    this.addSql(
      `create table "sample_check" ("review_id" uuid not null, "number" int not null, "kind" text check ("kind" in ('stopped', 'own-decisions')) not null, "design" varchar(12) not null, "seed" int not null, "share" double precision null, "strata" jsonb not null, "order" jsonb not null, "decided" jsonb not null, "sieve_version" int not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "sample_check_pkey" primary key ("review_id", "number"));`,
    );
    this.addSql(
      `create table "sample_verdict" ("review_id" uuid not null, "seq" int not null, "check_number" int not null, "work_no" int not null, "verdict" text check ("verdict" in ('keep', 'exclude', 'unsure', 'undo')) not null, "note" text not null, "person" varchar(120) not null, "at" timestamptz not null, constraint "sample_verdict_pkey" primary key ("review_id", "seq"));`,
    );
    this.addSql(`create index "sample_verdict_review_id_check_number_index" on "sample_verdict" ("review_id", "check_number");`);
    this.addSql(
      `create table "merge_blocks" ("review_id" uuid not null, "rules" varchar(40) not null, "merges" int not null, "bytes" bytea not null, constraint "merge_blocks_pkey" primary key ("review_id"));`,
    );
    for (const table of ['sample_check', 'sample_verdict'])
      this.addSql(
        `create trigger ${table}_append_only before update or delete on "${table}" for each row execute function refuse_change();`,
      );
  }

  override async down(): Promise<void> {
    for (const table of ['merge_blocks', 'known_record', 'known_state', 'sample_check', 'sample_verdict'])
      this.addSql(`drop table if exists "${table}" cascade;`);
  }
}
