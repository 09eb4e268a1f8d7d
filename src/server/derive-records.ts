import type { EntityManager } from '@mikro-orm/postgresql';
import { claimsOfRecord, NO_SCOPE, type RecordClaims } from '@/core/classify';
import { MERGE_RULES, type MergeKeys, mergeKeys } from '@/core/merge';
import { scopeOf } from '@/core/parity';
import type { BibRecord } from '@/core/record';
import { copyRows } from '@/db/copy';
import type { SourceDatabase } from '@/db/schema';
import { NO_SCOPE_RULES, ruleSetFor } from './rule-set';

const PAGE = 1000;

/** A record as merging sees it. */
export interface KeyedRecord {
  no: number;
  /** Its stable name. */
  name: string;
  keys: MergeKeys;
}

interface RecordRead {
  no: number;
  database_id: string | null;
  /** Null when everything derived from it is up to date. */
  item: BibRecord | null;
  stable_name: string;
  rule_set: string | null;
  keys: MergeKeys | null;
}

/** Derives the claims and merge keys that are missing or out of date, and gives what merging needs of every record. */
export async function deriveRecords(
  tx: EntityManager,
  reviewId: string,
  databases: readonly SourceDatabase[],
  step: (done: number) => Promise<void>,
): Promise<KeyedRecord[]> {
  const scopes = new Map(databases.map((d) => [d.id, scopeOf(d.profile)]));
  const ruleSets = Object.fromEntries(databases.map((d) => [d.id, ruleSetFor(scopeOf(d.profile))]));
  const all: KeyedRecord[] = [];
  await tx.execute('create temporary table fresh_claims (record_no int, rule_set text, doc jsonb) on commit drop');
  await tx.execute('create temporary table fresh_keys (record_no int, rules text, doc jsonb) on commit drop');
  for (let after = 0; ; ) {
    const page = await tx.execute<RecordRead[]>(
      `select r.no, r.database_id, r.stable_name, c.rule_set, k.doc as keys,
         case when k.doc is null or c.rule_set is distinct from coalesce(?::jsonb->>(r.database_id::text), ?) then r.item end as item
       from active_record r
       left join record_claims c on c.review_id = r.review_id and c.record_no = r.no
       left join merge_key k on k.review_id = r.review_id and k.record_no = r.no and k.rules = ?
       where r.review_id = ? and r.no > ? order by r.no limit ${PAGE}`,
      [JSON.stringify(ruleSets), NO_SCOPE_RULES, MERGE_RULES, reviewId, after],
    );
    if (page.length === 0) break;
    const claims: [number, string, RecordClaims][] = [];
    const fresh: [number, string, MergeKeys][] = [];
    for (const row of page) {
      const keys = row.keys ?? mergeKeys(row.item!);
      all.push({ no: row.no, name: row.stable_name, keys });
      if (!row.keys) fresh.push([row.no, MERGE_RULES, keys]);
      const ruleSet = ruleSets[row.database_id ?? ''] ?? NO_SCOPE_RULES;
      if (row.rule_set !== ruleSet)
        claims.push([row.no, ruleSet, claimsOfRecord(row.item!, scopes.get(row.database_id ?? '') ?? NO_SCOPE)]);
    }
    if (claims.length) await copyRows(tx, 'fresh_claims', ['record_no', 'rule_set', 'doc'], [claims]);
    if (fresh.length) await copyRows(tx, 'fresh_keys', ['record_no', 'rules', 'doc'], [fresh]);
    after = page.at(-1)!.no;
    await step(all.length);
  }
  await tx.execute(
    `insert into record_claims (review_id, record_no, rule_set, doc) select ?, record_no, rule_set, doc from fresh_claims
     on conflict (review_id, record_no) do update set rule_set = excluded.rule_set, doc = excluded.doc`,
    [reviewId],
  );
  await tx.execute(
    `insert into merge_key (review_id, record_no, rules, doc) select ?, record_no, rules, doc from fresh_keys
     on conflict (review_id, record_no) do update set rules = excluded.rules, doc = excluded.doc`,
    [reviewId],
  );
  return all;
}
