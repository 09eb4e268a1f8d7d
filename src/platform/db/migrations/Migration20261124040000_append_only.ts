import { Migration } from '@mikro-orm/migrations';

/** What was retrieved and what was decided is evidence: the database itself refuses to change or delete it. */
const APPEND_ONLY = ['record', 'rejected_entry', 'decision', 'sieve_version'];

export class Migration20261124040000_append_only extends Migration {
  override async up(): Promise<void> {
    this.addSql(`create function refuse_change() returns trigger language plpgsql as $$
      begin raise exception 'rows of % are never changed or deleted', tg_table_name using errcode = 'integrity_constraint_violation'; end $$;`);
    for (const table of APPEND_ONLY) {
      this.addSql(
        `create trigger ${table}_append_only before update or delete on "${table}" for each row execute function refuse_change();`,
      );
    }
  }

  override async down(): Promise<void> {
    for (const table of APPEND_ONLY) this.addSql(`drop trigger ${table}_append_only on "${table}";`);
    this.addSql('drop function refuse_change();');
  }
}
