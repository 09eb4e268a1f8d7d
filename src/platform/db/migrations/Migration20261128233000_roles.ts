import { Migration } from '@mikro-orm/migrations';

/** Tables of which rows are only ever added: those that refuse a change of a row refuse to be emptied as a whole, too. */
const EACH_APPEND_ONLY = `select distinct c.relname as name from pg_trigger t join pg_proc p on p.oid = t.tgfoid
  join pg_class c on c.oid = t.tgrelid where p.proname = 'refuse_change'`;

/**
 * The application works in a role that owns nothing: what only the owner may do, it asks of three functions. Evidence goes
 * with its review and in no other way; before, whoever set a variable of the session could delete it.
 */
export class Migration20261128233000_roles extends Migration {
  override async up(): Promise<void> {
    this.addSql(`create function refuse_truncate() returns trigger language plpgsql as $$
      begin
        raise exception 'rows of % are never changed or deleted', tg_table_name using errcode = 'integrity_constraint_violation';
      end $$;`);
    this.addSql(`do $$ declare each record; begin
      for each in ${EACH_APPEND_ONLY} loop
        execute format('create trigger %I before truncate on %I for each statement execute function refuse_truncate()', each.name || '_no_truncate', each.name);
      end loop;
    end $$;`);
    this.addSql(`create or replace function refuse_change() returns trigger language plpgsql as $$
      begin
        if tg_op = 'DELETE' and current_setting('narrow_sieve.deleting', true) = old.review_id::text
          and current_user = (select pg_get_userbyid(relowner) from pg_class where oid = tg_relid) then return old; end if;
        raise exception 'rows of % are never changed or deleted', tg_table_name using errcode = 'integrity_constraint_violation';
      end $$;`);
    // Whatever table has rows of reviews: one that is added later goes with them by itself.
    this.addSql(`create function delete_review(which uuid) returns void language plpgsql security definer set search_path = public as $$
      declare t record;
      begin
        perform set_config('narrow_sieve.deleting', which::text, true);
        for t in select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'review_id'
            where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' loop
          execute format('delete from %I where review_id = $1', t.relname) using which;
        end loop;
        delete from review where id = which;
        perform set_config('narrow_sieve.deleting', '', true);
      end $$;`);
    // The planner is told of what a job has just written; only an owner may tell it.
    this.addSql(`create function analyse_works() returns void language plpgsql security definer set search_path = public as $$
      begin
        analyze record (review_id, no, file_id, database_id);
        analyze record_claims (review_id, record_no, rule_set);
        analyze merge_key (review_id, record_no, rules);
        analyze work_record (review_id, record_no, work_no, active);
        analyze work (review_id, no, absorbed_by);
      end $$;`);
    this.addSql('revoke all on function delete_review(uuid), analyse_works() from public;');
  }

  override async down(): Promise<void> {
    this.addSql('drop function analyse_works(); drop function delete_review(uuid);');
    this.addSql(`do $$ declare each record; begin
      for each in ${EACH_APPEND_ONLY} loop
        execute format('drop trigger %I on %I', each.name || '_no_truncate', each.name);
      end loop;
    end $$;`);
    this.addSql('drop function refuse_truncate();');
    this.addSql(`create or replace function refuse_change() returns trigger language plpgsql as $$
      begin
        if tg_op = 'DELETE' and current_setting('narrow_sieve.deleting', true) = old.review_id::text then return old; end if;
        raise exception 'rows of % are never changed or deleted', tg_table_name using errcode = 'integrity_constraint_violation';
      end $$;`);
  }
}
