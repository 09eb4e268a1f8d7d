import type { EntityManager } from '@mikro-orm/postgresql';
import { type MergeKeys, mergeKeys } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { MERGE_RULE_SET, packClaims } from '@/core/storage';
import { copyRows } from '@/platform/db/copy';
import type { SourceDatabase } from '@/platform/db/schema';
import { type AsideRecord, asideOf, Scopes } from '@/stages/retrieve';
import { type DerivedClaims, derivedClaims } from '../store/stale-claims';

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
 * @param aside records to leave out; those of which nothing can be derived are added
 * @returns what merging needs of every record, and which were derived now
 */
export async function deriveRecords(
  tx: EntityManager,
  reviewId: string,
  databases: readonly SourceDatabase[],
  aside: Map<number, AsideRecord>,
  step: (done: number) => Promise<void>,
): Promise<{ records: KeyedRecord[]; fresh: Set<number> }> {
  const scopes = new Scopes(databases);
  const all: KeyedRecord[] = [];
  const derived = new Set<number>();
  await tx.execute(
    'create temporary table fresh_claims (record_no int, rule_set text, doc json, unmapped jsonb, terms jsonb) on commit drop',
  );
  await tx.execute('create temporary table fresh_keys (record_no int, rules text, doc json) on commit drop');
  const numbers = (await tx.execute<{ no: number }[]>('select no from active_record where review_id = ? order by no', [reviewId]))
    .map((r) => r.no)
    .filter((no) => !aside.has(no));
  for (let at = 0; at < numbers.length; at += PAGE) {
    const page = await readPage(tx, reviewId, numbers.slice(at, at + PAGE));
    const outdated = (r: RecordRead) => r.terms === null || r.rule_set !== scopes.ruleSetOf(r.database_id, r.terms);
    const stale = page.filter((r) => !r.keys || outdated(r));
    const items = await readItems(
      tx,
      reviewId,
      stale.map((r) => r.no),
    );
    const claims: (number | string | object)[][] = [];
    const fresh: [number, string, MergeKeys][] = [];
    for (const row of page) {
      let made: { keys: MergeKeys; claims: DerivedClaims | null };
      try {
        made = {
          keys: row.keys ?? mergeKeys(items.get(row.no)!),
          claims: outdated(row) ? derivedClaims(scopes, row.database_id, row.no, items.get(row.no)!) : null,
        };
      } catch (error) {
        aside.set(row.no, asideOf(row.no, 'derive', error));
        continue;
      }
      if (items.has(row.no)) derived.add(row.no);
      all.push({ no: row.no, name: row.stable_name, keys: made.keys });
      if (!row.keys) fresh.push([row.no, MERGE_RULE_SET, made.keys]);
      if (made.claims) {
        const { no, rule_set, doc, unmapped, terms } = made.claims;
        claims.push([no, rule_set, packClaims(doc), unmapped, terms]);
      }
    }
    if (claims.length) await copyRows(tx, 'fresh_claims', ['record_no', 'rule_set', 'doc', 'unmapped', 'terms'], [claims]);
    if (fresh.length) await copyRows(tx, 'fresh_keys', ['record_no', 'rules', 'doc'], [fresh]);
    await step(all.length);
  }
  // What was derived of a record before it failed says nothing any more.
  await tx.execute('delete from record_claims where review_id = ? and record_no = any(?::int[])', [
    reviewId,
    `{${[...aside.keys()].join(',')}}`,
  ]);
  await tx.execute(
    `insert into record_claims (review_id, record_no, rule_set, doc, unmapped, terms)
     select ?, record_no, rule_set, doc, unmapped, terms from fresh_claims
     on conflict (review_id, record_no) do update set rule_set = excluded.rule_set, doc = excluded.doc,
       unmapped = excluded.unmapped, terms = excluded.terms`,
    [reviewId],
  );
  await tx.execute(
    `insert into merge_key (review_id, record_no, rules, doc) select ?, record_no, rules, doc from fresh_keys
     on conflict (review_id, record_no) do update set rules = excluded.rules, doc = excluded.doc`,
    [reviewId],
  );
  return { records: all, fresh: derived };
}

interface RecordRead {
  no: number;
  database_id: string | null;
  stable_name: string;
  rule_set: string | null;
  /** Keys of its type terms, as far as claims were derived before. */
  terms: string[] | null;
  keys: MergeKeys | null;
}

/** Plain reads by number, which cost a page whatever the planner thinks of tables that were just filled. */
async function readPage(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<RecordRead[]> {
  const wanted = `{${numbers.join(',')}}`;
  const rows = await tx.execute<Omit<RecordRead, 'rule_set' | 'terms' | 'keys'>[]>(
    'select no, database_id, stable_name from record where review_id = ? and no = any(?::int[]) order by no',
    [reviewId, wanted],
  );
  const claims = await tx.execute<{ record_no: number; rule_set: string; terms: string[] }[]>(
    'select record_no, rule_set, terms from record_claims where review_id = ? and record_no = any(?::int[])',
    [reviewId, wanted],
  );
  const keys = await tx.execute<{ record_no: number; doc: MergeKeys }[]>(
    'select record_no, doc from merge_key where review_id = ? and record_no = any(?::int[]) and rules = ?',
    [reviewId, wanted, MERGE_RULE_SET],
  );
  const before = new Map(claims.map((c) => [c.record_no, c]));
  const docs = new Map(keys.map((k) => [k.record_no, k.doc]));
  return rows.map((r) => ({
    ...r,
    rule_set: before.get(r.no)?.rule_set ?? null,
    terms: before.get(r.no)?.terms ?? null,
    keys: docs.get(r.no) ?? null,
  }));
}

export async function readItems(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<Map<number, BibRecord>> {
  if (numbers.length === 0) return new Map();
  const rows = await tx.execute<{ no: number; item: BibRecord }[]>(
    'select no, item from record where review_id = ? and no = any(?::int[])',
    [reviewId, `{${numbers.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.no, r.item]));
}
