import { Migration } from '@mikro-orm/migrations';

/** How many works a limiter may leave undecided in a retrieval and its cell in the parity table still be called even. */
export class Migration20261129002447_tolerance extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "review" add column "parity_tolerance" double precision not null default 0.05;`);
  }
}
