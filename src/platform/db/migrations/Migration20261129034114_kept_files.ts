import { Migration } from '@mikro-orm/migrations';

/**
 * Files by their content, in pieces: any number of web and worker processes share nothing but the database, and a
 * review's files go with it. What earlier versions kept on disk is brought in after the migrations.
 */
export class Migration20261129034114_kept_files extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "kept_file" ("review_id" uuid not null, "sha256" varchar(64) not null, "bytes" bigint not null, "kept_at" timestamptz not null, constraint "kept_file_pkey" primary key ("review_id", "sha256"));`,
    );
    this.addSql(
      `create table "kept_piece" ("review_id" uuid not null, "sha256" varchar(64) not null, "seq" int not null, "bytes" bytea not null, constraint "kept_piece_pkey" primary key ("review_id", "sha256", "seq"));`,
    );
    this.addSql(
      `alter table "kept_file" add constraint "kept_file_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
    );
    this.addSql(
      `alter table "kept_piece" add constraint "kept_piece_file_fk" foreign key ("review_id", "sha256") references "kept_file" ("review_id", "sha256") on delete cascade;`,
    );
    // PDFs are packed already, and packing a text again costs more than its room.
    this.addSql(`alter table "kept_piece" alter column "bytes" set storage external;`);
  }

  override async down(): Promise<void> {
    this.addSql(`drop table "kept_piece"; drop table "kept_file";`);
  }
}
