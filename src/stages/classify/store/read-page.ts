import type { EntityManager } from '@mikro-orm/postgresql';
import type { RecordToJudge } from '@/core/judge';

/** What else is to be read of records, beside where they are from. */
export interface Wanted {
  /** Numbers of those of which claims are wanted. */
  claims: readonly number[];
  /** Numbers of those of which the record itself is wanted. */
  items: readonly number[];
  /** Numbers of those whose claims are to be derived again from what they are. */
  stale?: ReadonlySet<number>;
}

/** Records as they are judged: plain reads by number, which cost a page whatever the planner thinks of fresh tables. */
export async function readPage(
  tx: EntityManager,
  reviewId: string,
  retrievals: ReadonlyMap<string, string>,
  numbers: readonly number[],
  { claims, items, stale }: Wanted,
): Promise<RecordToJudge[]> {
  if (numbers.length === 0) return [];
  const by = (list: readonly number[]) => [reviewId, `{${list.join(',')}}`];
  const rows = await tx.execute<{ no: number; file_id: string; database_id: string | null; stable_name: string }[]>(
    'select no, file_id, database_id, stable_name from record where review_id = ? and no = any(?::int[])',
    by(numbers),
  );
  const docs = await textsOf(
    tx,
    'select record_no as no, doc::text as text from record_claims where review_id = ? and record_no = any(?::int[])',
    by(claims),
  ); // prettier-ignore
  const records = await textsOf(tx, 'select no, item::text as text from record where review_id = ? and no = any(?::int[])', by(items));
  return rows.map((r) => ({
    no: r.no,
    retrieval: retrievals.get(r.file_id)!,
    database: r.database_id,
    name: r.stable_name,
    doc: docs.get(r.no) ?? null,
    item: records.get(r.no) ?? null,
    stale: stale?.has(r.no),
  }));
}

async function textsOf(tx: EntityManager, sql: string, values: [string, string] | string[]): Promise<Map<number, string>> {
  if (values[1] === '{}') return new Map();
  return new Map((await tx.execute<{ no: number; text: string }[]>(sql, values)).map((r) => [r.no, r.text]));
}
