import type { EntityManager } from '@mikro-orm/postgresql';
import { Scopes } from '@/core/derive';
import { RULE_SET } from '@/core/storage';
import { runBound } from '@/platform/db/client';
import type { SourceDatabase } from '@/platform/db/schema';
import { shortHash } from '@/platform/short-hash';

/** Records whose claims are out of date, by number. Merge keys do not depend on what makes them so. */
export interface StaleClaims {
  /** Their database's map or statement is another now: what the text says still stands. */
  restated: ReadonlySet<number>;
  /** The rules are others: nothing stands. */
  outdated: ReadonlySet<number>;
}

export async function staleClaims(tx: EntityManager, reviewId: string, databases: readonly SourceDatabase[]): Promise<StaleClaims> {
  const scopes = new Scopes(databases, shortHash);
  const rows = await tx.execute<{ no: number; database_id: string | null; rule_set: string; terms: string[] }[]>(
    `select r.no, r.database_id, c.rule_set, c.terms from active_record r
     join record_claims c on c.review_id = r.review_id and c.record_no = r.no where r.review_id = ?`,
    [reviewId],
  );
  const [restated, outdated] = [new Set<number>(), new Set<number>()];
  for (const r of rows)
    if (!r.rule_set.startsWith(`${RULE_SET}:`)) outdated.add(r.no);
    else if (r.rule_set !== scopes.ruleSetOf(r.database_id, r.terms)) restated.add(r.no);
  return { restated, outdated };
}

/** @param rows as JSON: record number, what the claims were made by, the claims, and terms that nothing knows */
export async function updateClaims(tx: EntityManager, reviewId: string, rows: string | null): Promise<void> {
  if (rows === null) return;
  await runBound(
    tx,
    `update record_claims c set rule_set = f.rule_set, doc = f.doc, unmapped = f.unmapped
     from json_to_recordset($1::json) as f(no int, rule_set text, doc json, unmapped jsonb) where c.review_id = $2 and c.record_no = f.no`,
    [rows, reviewId],
  );
}
