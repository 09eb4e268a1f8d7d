import { Migration } from '@mikro-orm/migrations';

/** Why a retrieval is to be run again, while it has not been. */
export class Migration20261126090000_rerun extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "retrieval" add column "rerun" text not null default '';`);
    this.addSql(`alter table "retrieval" alter column "rerun" drop default;`);
  }

  override async down(): Promise<void> {
    this.addSql(`alter table "retrieval" drop column "rerun";`);
  }
}
