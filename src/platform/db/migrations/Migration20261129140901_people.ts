import { Migration } from '@mikro-orm/migrations';

/** Rows that say who did something, in the form of the review they belong to. */
const WITH_A_PERSON = [
  ...['attachment', 'decision', 'evidence_scheme', 'full_text', 'known_record', 'merge_ruling', 'reason_change', 'review_change'],
  ...['ruling', 'sample_check', 'sample_verdict', 'sieve_override', 'sieve_version', 'venue', 'work_edit', 'written_difference'],
];

/** Columns that the sign-in library wants to see. */
const EMPTY = {
  person: 'image',
  person_session: 'ip_address, user_agent',
  person_credential: 'access_token, refresh_token, id_token, scope, access_token_expires_at, refresh_token_expires_at',
};

/**
 * People who sign in, how they prove who they are, and what they are in which review. Reviews from before have no members:
 * they belong to the administrators until somebody is made their owner.
 */
export class Migration20261129140901_people extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "membership" ("review_id" uuid not null, "person_id" uuid not null, "role" text check ("role" in ('owner', 'editor', 'reviewer', 'reader')) not null, "since" timestamptz not null, constraint "membership_pkey" primary key ("review_id", "person_id"));`,
    );
    this.addSql(`create index "membership_person_id_index" on "membership" ("person_id");`);

    this.addSql(
      `create table "one_time_link" ("hash" varchar(64) not null, "kind" text check ("kind" in ('administrator', 'account', 'review', 'password')) not null, "review_id" uuid null, "role" text check ("role" in ('owner', 'editor', 'reviewer', 'reader')) null, "person_id" uuid null, "label" varchar(254) not null, "made_by" uuid null, "made_at" timestamptz not null, "expires_at" timestamptz not null, "used_at" timestamptz null, constraint "one_time_link_pkey" primary key ("hash"));`,
    );
    this.addSql(`create index "one_time_link_review_id_index" on "one_time_link" ("review_id");`);

    this.addSql(
      `create table "person_credential" ("id" uuid not null, "person_id" uuid not null, "provider_id" varchar(60) not null, "account_id" varchar(400) not null, "password" text null, "access_token" text null, "refresh_token" text null, "id_token" text null, "scope" text null, "access_token_expires_at" timestamptz null, "refresh_token_expires_at" timestamptz null, "created_at" timestamptz not null, "updated_at" timestamptz not null, constraint "person_credential_pkey" primary key ("id"));`,
    );
    this.addSql(`create index "person_credential_person_id_index" on "person_credential" ("person_id");`);

    this.addSql(
      `create table "person" ("id" uuid not null, "name" varchar(120) not null, "email" varchar(254) not null, "email_verified" boolean not null default false, "administrator" boolean not null default false, "two_factor_enabled" boolean not null default false, "demo" boolean not null default false, "closed_at" timestamptz null, "image" text null, "created_at" timestamptz not null, "updated_at" timestamptz not null, constraint "person_pkey" primary key ("id"));`,
    );
    this.addSql(`alter table "person" add constraint "person_email_unique" unique ("email");`);

    this.addSql(
      `create table "person_session" ("id" uuid not null, "person_id" uuid not null, "token" varchar(120) not null, "expires_at" timestamptz not null, "ip_address" text null, "user_agent" text null, "created_at" timestamptz not null, "updated_at" timestamptz not null, constraint "person_session_pkey" primary key ("id"));`,
    );
    this.addSql(`create index "person_session_person_id_index" on "person_session" ("person_id");`);
    this.addSql(`alter table "person_session" add constraint "person_session_token_unique" unique ("token");`);

    this.addSql(
      `create table "person_verification" ("id" uuid not null, "identifier" varchar(400) not null, "value" text not null, "expires_at" timestamptz not null, "created_at" timestamptz not null, "updated_at" timestamptz not null, constraint "person_verification_pkey" primary key ("id"));`,
    );
    this.addSql(`create index "person_verification_identifier_index" on "person_verification" ("identifier");`);

    this.addSql(
      `create table "second_factor" ("id" uuid not null, "person_id" uuid not null, "secret" text not null, "backup_codes" text not null, "verified" boolean not null default true, "failed_verification_count" int not null default 0, "locked_until" timestamptz null, constraint "second_factor_pkey" primary key ("id"));`,
    );
    this.addSql(`create index "second_factor_person_id_index" on "second_factor" ("person_id");`);

    this.addSql(
      `create table "setting" ("key" varchar(40) not null, "value" text not null, constraint "setting_pkey" primary key ("key"));`,
    );

    this.addSql(
      `create table "tried" ("key" varchar(255) not null, "points" int not null, "expire" bigint null, constraint "tried_pkey" primary key ("key"));`,
    );
    for (const table of ['person_session', 'person_credential', 'second_factor', 'membership'])
      this.addSql(
        `alter table "${table}" add constraint "${table}_person_fk" foreign key ("person_id") references "person" ("id") deferrable initially deferred;`,
      );
    // Of a person nothing is kept but name and e-mail, whatever a package would keep.
    for (const [table, columns] of Object.entries(EMPTY))
      this.addSql(`alter table "${table}" add constraint "${table}_keeps_no_more" check (num_nonnulls(${columns}) = 0);`);
    for (const table of ['membership', 'one_time_link'])
      this.addSql(
        `alter table "${table}" add constraint "${table}_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
      );
    // What earlier migrations of the same run wrote is checked now: a table that waits to be checked cannot be altered.
    this.addSql('set constraints all immediate; set constraints all deferred;');
    // Old rows keep their text: who it was on another installation, or before people signed in, nobody can say.
    for (const table of WITH_A_PERSON) this.addSql(`alter table "${table}" add column "person_id" uuid null;`);
    this.addSql(
      `alter table "review_change" drop constraint "review_change_kind_check", drop constraint "review_change_did_check",
         alter column "kind" type varchar(20), alter column "did" type varchar(20),
         add column "before" text null, add column "after" text null;`,
    );
  }

  override async down(): Promise<void> {
    for (const table of WITH_A_PERSON) this.addSql(`alter table "${table}" drop column "person_id";`);
    this.addSql(`alter table "review_change" drop column "before", drop column "after";`);
    this.addSql(`alter table "review_change" add constraint "review_change_kind_check" check ("kind" in ('retrieval', 'file', 'pdf'));`);
    this.addSql(
      `alter table "review_change" add constraint "review_change_did_check" check ("did" in ('added', 'withdrawn', 'restored', 'archived', 'attached', 'removed'));`,
    );
    for (const table of [
      ...['membership', 'one_time_link', 'person_session', 'person_credential', 'person_verification'],
      ...['second_factor', 'setting', 'tried', 'person'],
    ])
      this.addSql(`drop table "${table}";`);
  }
}
