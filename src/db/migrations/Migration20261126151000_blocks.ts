import { Migration } from '@mikro-orm/migrations';

/**
 * Records can be looked for by the keys that merging meets them under, without reading the keys of all. An index on an
 * expression: the keys stay where they are, and nothing else of the schema changes.
 */
export class Migration20261126151000_blocks extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create function json_bigints(list json) returns bigint[] language sql immutable strict parallel safe
       as $$ select array(select json_array_elements_text(list)::bigint) $$;`,
    );
    this.addSql(`create index "merge_key_blocks" on "merge_key" using gin (json_bigints("doc"->'blocks'));`);
  }

  override async down(): Promise<void> {
    this.addSql(`drop index "merge_key_blocks";`);
    this.addSql(`drop function json_bigints(json);`);
  }
}
