import { Migration } from '@mikro-orm/migrations';

/** Limiters set at a database that did not take, in place of which the review's own sieve is counted on. */
export class Migration20261129003529_stated extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "retrieval" add column "stated" jsonb not null default '[]';`);
    this.addSql(`alter table "retrieval" alter column "stated" drop default;`);
  }
}
