import { Migration } from '@mikro-orm/migrations';

const TABLES = ['work_tally', 'kept_figure', 'find_state', 'find_part', 'find_word'];

/**
 * What pages count over all works of a review is kept with their classification, and the words of their texts in an index:
 * a process that was just started has nothing to count. What a review has is counted here; its words are indexed when
 * somebody looks for some, or after the next merge.
 */
export class Migration20261130113000_figures extends Migration {
  override async up(): Promise<void> {
    this.addSql(
      `create table "work_tally" ("review_id" uuid not null, "kind" text not null, "key" varchar(32) not null, "doc" jsonb not null, "works" int not null, "open" int not null, constraint "work_tally_pkey" primary key ("review_id", "kind", "key"), constraint "work_tally_kind_check" check ("kind" in ('dispute', 'venue')));`,
    );
    this.addSql(
      `create table "kept_figure" ("review_id" uuid not null, "name" varchar(200) not null, "stamp" text not null, "doc" json not null, constraint "kept_figure_pkey" primary key ("review_id", "name"));`,
    );
    this.addSql(
      `create table "find_state" ("review_id" uuid not null, "whole" int not null, constraint "find_state_pkey" primary key ("review_id"));`,
    );
    this.addSql(
      `create table "find_part" ("review_id" uuid not null, "part" int not null, "places" bytea not null, constraint "find_part_pkey" primary key ("review_id", "part"));`,
    );
    this.addSql(
      `create table "find_word" ("review_id" uuid not null, "part" int not null, "seq" int not null, "word" text not null, "texts" bytea not null, "titles" bytea not null, constraint "find_word_pkey" primary key ("review_id", "part", "seq"));`,
    );
    // Words are looked through whole, and few of their long lists are read: those lie beside them.
    this.addSql(`alter table "find_word" alter column "texts" set storage external, alter column "titles" set storage external;`);
    this.addSql(`alter table "find_word" set (toast_tuple_target = 256);`);
    for (const table of TABLES)
      this.addSql(
        `alter table "${table}" add constraint "${table}_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
      );
    this.addSql(`alter table "review_columns" add column "whole" int not null default 0;`);
    this.addSql(`update "review_columns" set "whole" = "revision";`);
    this.addSql(`alter table "review_columns" alter column "whole" drop default;`);
    this.addSql(`insert into "work_tally" (review_id, kind, key, doc, works, open)
      select review_id, kind, md5(doc::text), doc, works, open from (
        select review_id, 'dispute' as kind, jsonb_build_object('axis', axis, 'kind', why, 'key', claims, 'label', label) as doc, works, 0 as open from (
          select w.review_id, a.key as axis, c->>'kind' as why, c->>'key' as claims, c->>'label' as label, count(*) as works
          from work w, jsonb_each(w.axes) a, jsonb_array_elements(a.value->'causes') c
          where w.absorbed_by is null and jsonb_path_exists(w.axes, '$.*.causes') group by 1, 2, 3, 4, 5
        ) as disputes
        union all
        select review_id, 'venue', jsonb_build_object('container', container, 'issns', issns, 'isbns', isbns, 'publisher', publisher), works, open from (
          select w.review_id, w.container, r.item->'issns' as issns, r.item->'isbns' as isbns, r.item->>'publisher' as publisher, count(*) as works,
            count(*) filter (where jsonb_array_length(w.axes->'peerReview'->'codes') > 1) as open
          from work w join record r on r.review_id = w.review_id and r.no = w.shown_record
          where w.absorbed_by is null and w.container <> '' group by 1, 2, 3, 4, 5
        ) as venues
      ) as each_kind;`);
  }

  override async down(): Promise<void> {
    for (const table of TABLES) this.addSql(`drop table if exists "${table}" cascade;`);
    this.addSql(`alter table "review_columns" drop column "whole";`);
  }
}
