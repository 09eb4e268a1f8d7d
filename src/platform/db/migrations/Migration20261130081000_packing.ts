import { Migration } from '@mikro-orm/migrations';

/** Columns that hold a text, a document or bytes of some length, by their tables. */
const LONG = {
  record: ['raw', 'item'],
  rejected_entry: ['raw'],
  record_claims: ['doc'],
  merge_key: ['doc'],
  merge_blocks: ['bytes'],
  work: ['axes', 'records'],
  review_columns: ['bytes'],
  columns_patch: ['bytes'],
  retrieval_columns: ['records', 'works'],
  record_patch: ['bytes'],
  text_answer: ['bytes'],
  kept_piece: ['bytes'],
} as const;

/**
 * Long texts are packed by LZ4, much quicker than by PostgreSQL's own way, and kept files are packed too. A
 * record's raw text, which is seldom read, lies beside its row; what is read of it lies packed within. Only what is
 * written from now on is stored so; a server that was built without LZ4 goes on as before.
 */
export class Migration20261130081000_packing extends Migration {
  override async up(): Promise<void> {
    const packed = Object.entries(LONG).flatMap(([table, columns]) =>
      columns.map((column) => `alter table "${table}" alter column "${column}" set compression lz4;`),
    );
    this.addSql(`do $$ begin
      ${packed.join('\n      ')}
      alter table "kept_piece" alter column "bytes" set storage extended;
      alter table "record" alter column "item" set storage main;
      alter table "record" set (toast_tuple_target = 1024);
    exception when feature_not_supported then
      raise notice 'this server packs texts without LZ4';
    end $$;`);
  }

  override async down(): Promise<void> {
    for (const [table, columns] of Object.entries(LONG))
      for (const column of columns) this.addSql(`alter table "${table}" alter column "${column}" set compression default;`);
    this.addSql(`alter table "kept_piece" alter column "bytes" set storage external;`);
    this.addSql(`alter table "record" alter column "item" set storage extended;`);
    this.addSql(`alter table "record" reset (toast_tuple_target);`);
  }
}
