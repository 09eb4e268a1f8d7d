import { Migration } from '@mikro-orm/migrations';

/** Of a job that runs, whether it has the review's lock or still waits for it. */
export class Migration20261130082000_at_work extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "job" add column "at_work" boolean not null default false;`);
  }

  override async down(): Promise<void> {
    this.addSql(`alter table "job" drop column "at_work";`);
  }
}
