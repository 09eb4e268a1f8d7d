import { Migration } from '@mikro-orm/migrations';

/**
 * How much a review's likely sets are to cover, and what they are proved on: works that people settled, as the models saw
 * them. The proofs are worked out from rulings and claims, and say up to which ruling.
 */
export class Migration20261129114000_likely extends Migration {
  override async up(): Promise<void> {
    this.addSql(`alter table "review" add column "likely_share" double precision not null default 0.95;`);
    this.addSql(
      `create table "likely_basis" ("review_id" uuid not null, "models" varchar(40) not null, "seq" int not null, "wanted" double precision not null, "axes" jsonb not null, "at" timestamptz not null, constraint "likely_basis_pkey" primary key ("review_id"));`,
    );
    this.addSql(
      `alter table "likely_basis" add constraint "likely_basis_review_fk" foreign key ("review_id") references "review" ("id") deferrable initially deferred;`,
    );
  }

  override async down(): Promise<void> {
    this.addSql(`drop table "likely_basis";`);
    this.addSql(`alter table "review" drop column "likely_share";`);
  }
}
