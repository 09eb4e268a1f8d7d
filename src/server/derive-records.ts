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

/**
 * Derives the claims and merge keys that are missing or out of date.
 * @returns what merging needs of every record, and which were derived now
 */
export async function deriveRecords(
  tx: EntityManager,
  reviewId: string,
  databases: readonly SourceDatabase[],
  step: (done: number) => Promise<void>,
): Promise<{ records: KeyedRecord[]; fresh: Set<number> }> {
  const scopes = new Map(databases.map((d) => [d.id, scopeOf(d.profile)]));
  const ruleSets = Object.fromEntries(databases.map((d) => [d.id, ruleSetFor(scopeOf(d.profile))]));
  const all: KeyedRecord[] = [];
  const derived = new Set<number>();
  await tx.execute('create temporary table fresh_claims (record_no int, rule_set text, doc jsonb) on commit drop');
  await tx.execute('create temporary table fresh_keys (record_no int, rules text, doc jsonb) on commit drop');
  const numbers = (await tx.execute<{ no: number }[]>('select no from active_record where review_id = ? order by no', [reviewId])).map(
    (r) => r.no,
  );
  for (let at = 0; at < numbers.length; at += PAGE) {
    const page = await readPage(tx, reviewId, numbers.slice(at, at + PAGE));
    const ruleSetOf = (r: RecordRead) => ruleSets[r.database_id ?? ''] ?? NO_SCOPE_RULES;
    const stale = page.filter((r) => !r.keys || r.rule_set !== ruleSetOf(r));
    const items = await readItems(
      tx,
      reviewId,
      stale.map((r) => r.no),
    );
    for (const r of stale) derived.add(r.no);
    const claims: [number, string, RecordClaims][] = [];
    const fresh: [number, string, MergeKeys][] = [];
    for (const row of page) {
      const keys = row.keys ?? mergeKeys(items.get(row.no)!);
      all.push({ no: row.no, name: row.stable_name, keys });
      if (!row.keys) fresh.push([row.no, MERGE_RULES, keys]);
      const ruleSet = ruleSetOf(row);
      if (row.rule_set !== ruleSet)
        claims.push([row.no, ruleSet, claimsOfRecord(items.get(row.no)!, scopes.get(row.database_id ?? '') ?? NO_SCOPE)]);
    }
    if (claims.length) await copyRows(tx, 'fresh_claims', ['record_no', 'rule_set', 'doc'], [claims]);
    if (fresh.length) await copyRows(tx, 'fresh_keys', ['record_no', 'rules', 'doc'], [fresh]);
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
  return { records: all, fresh: derived };
}

/**
 * Derives the claims that were made by other maps or rules than the databases' now; merge keys do not depend on those.
 * @returns how many records
 */
export async function deriveStaleClaims(
  tx: EntityManager,
  reviewId: string,
  databases: readonly SourceDatabase[],
  step: (done: number, total: number) => Promise<void>,
): Promise<number> {
  const scopes = new Map(databases.map((d) => [d.id, scopeOf(d.profile)]));
  const rows = await tx.execute<{ no: number; database_id: string | null; rule_set: string }[]>(
    `select r.no, r.database_id, c.rule_set from active_record r
     join record_claims c on c.review_id = r.review_id and c.record_no = r.no where r.review_id = ? order by r.no`,
    [reviewId],
  );
  const expected = new Map(databases.map((d) => [d.id, ruleSetFor(scopeOf(d.profile))]));
  const stale = rows.filter((r) => r.rule_set !== (expected.get(r.database_id ?? '') ?? NO_SCOPE_RULES));
  if (stale.length === 0) return 0;
  await tx.execute('create temporary table stale_claims (record_no int, rule_set text, doc jsonb) on commit drop');
  for (let at = 0; at < stale.length; at += PAGE) {
    const page = stale.slice(at, at + PAGE);
    const items = await readItems(
      tx,
      reviewId,
      page.map((r) => r.no),
    );
    const fresh = page.map((r) => [
      r.no,
      expected.get(r.database_id ?? '') ?? NO_SCOPE_RULES,
      claimsOfRecord(items.get(r.no)!, scopes.get(r.database_id ?? '') ?? NO_SCOPE),
    ]);
    await copyRows(tx, 'stale_claims', ['record_no', 'rule_set', 'doc'], [fresh]);
    await step(Math.min(at + PAGE, stale.length), stale.length);
  }
  await tx.execute(
    `update record_claims c set rule_set = s.rule_set, doc = s.doc from stale_claims s where c.review_id = ? and c.record_no = s.record_no`,
    [reviewId],
  );
  return stale.length;
}

interface RecordRead {
  no: number;
  database_id: string | null;
  stable_name: string;
  rule_set: string | null;
  keys: MergeKeys | null;
}

/** Plain reads by number, which cost a page whatever the planner thinks of tables that were just filled. */
async function readPage(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<RecordRead[]> {
  const wanted = `{${numbers.join(',')}}`;
  const rows = await tx.execute<Omit<RecordRead, 'rule_set' | 'keys'>[]>(
    'select no, database_id, stable_name from record where review_id = ? and no = any(?::int[]) order by no',
    [reviewId, wanted],
  );
  const claims = await tx.execute<{ record_no: number; rule_set: string }[]>(
    'select record_no, rule_set from record_claims where review_id = ? and record_no = any(?::int[])',
    [reviewId, wanted],
  );
  const keys = await tx.execute<{ record_no: number; doc: MergeKeys }[]>(
    'select record_no, doc from merge_key where review_id = ? and record_no = any(?::int[]) and rules = ?',
    [reviewId, wanted, MERGE_RULES],
  );
  const ruleSets = new Map(claims.map((c) => [c.record_no, c.rule_set]));
  const docs = new Map(keys.map((k) => [k.record_no, k.doc]));
  return rows.map((r) => ({ ...r, rule_set: ruleSets.get(r.no) ?? null, keys: docs.get(r.no) ?? null }));
}

async function readItems(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<Map<number, BibRecord>> {
  if (numbers.length === 0) return new Map();
  const rows = await tx.execute<{ no: number; item: BibRecord }[]>(
    'select no, item from record where review_id = ? and no = any(?::int[])',
    [reviewId, `{${numbers.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.no, r.item]));
}
