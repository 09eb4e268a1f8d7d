import type { EntityManager } from '@mikro-orm/postgresql';
import { CLAIM_COLUMNS, Scopes } from '@/core/derive';
import type { JudgedPage } from '@/core/judge';
import { RULE_SET } from '@/core/storage';
import { copyWritten } from '@/platform/db/copy';
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

/** Puts claims in the place of those that were there. Writing them anew takes PostgreSQL less than changing each row by what JSON says. */
export async function replaceClaims(tx: EntityManager, reviewId: string, { numbers, rows }: JudgedPage['claims']): Promise<void> {
  if (numbers.length === 0) return;
  await tx.execute('delete from record_claims where review_id = ? and record_no = any(?::int[])', [reviewId, `{${numbers.join(',')}}`]);
  await copyWritten(tx, 'record_claims', CLAIM_COLUMNS, [rows]);
}
