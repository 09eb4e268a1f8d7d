import type { EntityManager } from '@mikro-orm/postgresql';
import { claimsOfRecord, type RecordClaims, termKeysOf } from '@/core/classify';
import { openAxes, packedShares } from '@/core/likely';
import type { BibRecord } from '@/core/record';
import { packClaims } from '@/core/storage';
import { runBound } from '@/platform/db/client';
import type { SourceDatabase } from '@/platform/db/schema';
import { Scopes } from '@/stages/retrieve';

export interface DerivedClaims {
  no: number;
  rule_set: string;
  doc: RecordClaims;
  unmapped: string[];
  /** Keys of its type terms. */
  terms: string[];
}

/** Records whose claims were made by other maps or rules than their database's now. Merge keys do not depend on those. */
export interface StaleClaims {
  has(record: number): boolean;
  derive(record: number, item: BibRecord): DerivedClaims;
}
export const NONE_STALE: StaleClaims = {
  has: () => false,
  derive: () => {
    throw new Error('no claims are out of date');
  },
};

export async function staleClaims(tx: EntityManager, reviewId: string, databases: readonly SourceDatabase[]): Promise<StaleClaims> {
  const scopes = new Scopes(databases);
  const rows = await tx.execute<{ no: number; database_id: string | null; rule_set: string; terms: string[] }[]>(
    `select r.no, r.database_id, c.rule_set, c.terms from active_record r
     join record_claims c on c.review_id = r.review_id and c.record_no = r.no where r.review_id = ?`,
    [reviewId],
  );
  const stale = new Map<number, string | null>();
  for (const r of rows) if (r.rule_set !== scopes.ruleSetOf(r.database_id, r.terms)) stale.set(r.no, r.database_id);
  return {
    has: (no) => stale.has(no),
    derive: (no, item) => derivedClaims(scopes, stale.get(no) ?? null, no, item),
  };
}

export function derivedClaims(scopes: Scopes, database: string | null, no: number, item: BibRecord): DerivedClaims {
  const terms = termKeysOf(item);
  const claims = claimsOfRecord(item, scopes.scopeOf(database));
  const doc = { ...claims, likely: packedShares(item, openAxes(claims)) };
  return { no, rule_set: scopes.ruleSetOf(database, terms), doc, unmapped: doc.unmapped, terms };
}

export async function writeClaims(tx: EntityManager, reviewId: string, derived: readonly DerivedClaims[]): Promise<void> {
  if (derived.length === 0) return;
  await runBound(
    tx,
    `update record_claims c set rule_set = f.rule_set, doc = f.doc, unmapped = f.unmapped
     from json_to_recordset($1::json) as f(no int, rule_set text, doc json, unmapped jsonb) where c.review_id = $2 and c.record_no = f.no`,
    [JSON.stringify(derived.map((d) => ({ ...d, doc: packClaims(d.doc) }))), reviewId],
  );
}
