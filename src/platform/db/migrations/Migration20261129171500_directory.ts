import { Migration } from '@mikro-orm/migrations';

/** Where reviews lie that are not in the database that people sign in at. */
export class Migration20261129171500_directory extends Migration {
  override up(): void {
    this.addSql(
      `create table "review_place" ("review" uuid not null, "server" varchar(40) not null, constraint "review_place_pkey" primary key ("review"));`,
    );
  }
}
