import { Migration } from '@mikro-orm/migrations';

/** A criterion can be met by a number of sources alone, and a quota can ask for values on several axes and for how new they are. */
export class Migration20261129001140_quotas extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "criterion" drop constraint if exists "criterion_judged_by_check";`);
    this.addSql(
      `alter table "criterion" add constraint "criterion_judged_by_check" check("judged_by" in ('limiter', 'reader', 'number'));`,
    );
    this.addSql(`update criterion set quota = jsonb_build_object('atLeast', quota->'atLeast', 'years', null,
      'all', jsonb_build_array(jsonb_build_object('axis', quota->'axis', 'allowed', quota->'allowed'))) where quota ? 'axis';`);
  }
}
