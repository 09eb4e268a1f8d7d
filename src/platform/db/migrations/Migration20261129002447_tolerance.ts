import { Migration } from '@mikro-orm/migrations';

export class Migration20261129002447_tolerance extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "review" add column "parity_tolerance" double precision not null default 0.05;`);
  }

  override async down(): Promise<void> {
    this.addSql(`alter table "review" drop column "parity_tolerance";`);
  }
}
