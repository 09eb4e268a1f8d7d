import type { EntityManager } from '@mikro-orm/postgresql';

export type AppendOnly =
  | 'merge_ruling'
  | 'work_edit'
  | 'ruling'
  | 'reason_change'
  | 'written_difference'
  | 'difference_note'
  | 'sample_verdict'
  | 'review_change'
  | 'search_run'
  | 'search_look'
  | 'strategy_reading';

/** The next number in a table that rows are only ever added to. Until the transaction ends nobody else gets one. */
export async function nextSeq(tx: EntityManager, table: AppendOnly, reviewId: string): Promise<number> {
  await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`${table}:${reviewId}`]);
  const [row] = await tx.execute<[{ next: number }]>(`select coalesce(max(seq), 0)::int + 1 as next from ${table} where review_id = ?`, [
    reviewId,
  ]);
  return row!.next;
}
