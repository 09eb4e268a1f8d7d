import type { EntityManager } from '@mikro-orm/postgresql';
import { copyRows } from '@/db/copy';

/**
 * Gives every cluster of records a work number and stores who belongs where. A cluster keeps the lowest number that
 * any of its records had; a work that lost its records to another is marked as absorbed, so that what was decided
 * about it can still be found. New clusters are numbered in the order of their first record.
 */
export async function assignWorkNumbers(
  tx: EntityManager,
  reviewId: string,
  recordNos: readonly number[],
  head: Int32Array,
): Promise<void> {
  const before = new Map<number, number>();
  const known = await tx.execute<{ record_no: number; work_no: number }[]>(
    'select record_no, work_no from work_record where review_id = ?',
    [reviewId],
  );
  for (const row of known) before.set(row.record_no, row.work_no);
  const [{ last }] = await tx.execute<[{ last: number }]>('select coalesce(max(no), 0) as last from work where review_id = ?', [reviewId]);
  const wish = new Map<number, number>();
  recordNos.forEach((no, i) => {
    const old = before.get(no);
    const key = head[i]!;
    if (old !== undefined && old < (wish.get(key) ?? Number.POSITIVE_INFINITY)) wish.set(key, old);
  });
  const taken = new Set<number>();
  const numberOf = new Map<number, number>();
  let next = Number(last) + 1;
  const numbers = recordNos.map((_, i) => {
    const key = head[i]!;
    let number = numberOf.get(key);
    if (number === undefined) {
      const wished = wish.get(key);
      // Two clusters can want one number only when a work was split: the first keeps it.
      number = wished !== undefined && !taken.has(wished) ? wished : next++;
      taken.add(number);
      numberOf.set(key, number);
    }
    return number;
  });
  // Records of withdrawn retrievals keep the number they had, so that they find their work again.
  await tx.execute(
    `delete from work_record m where m.review_id = ?
     and exists (select 1 from active_record r where r.review_id = m.review_id and r.no = m.record_no)`,
    [reviewId],
  );
  await tx.execute('update work_record set active = false where review_id = ? and active', [reviewId]);
  await copyRows(
    tx,
    'work_record',
    ['review_id', 'record_no', 'work_no', 'active'],
    [recordNos.map((no, i) => [reviewId, no, numbers[i]!, true])],
  ); // prettier-ignore
  const absorbed = new Map<number, number>();
  recordNos.forEach((no, i) => {
    const old = before.get(no);
    if (old !== undefined && old !== numbers[i] && !taken.has(old)) absorbed.set(old, numbers[i]!);
  });
  for (const [old, now] of absorbed)
    await tx.execute('update work set absorbed_by = ? where review_id = ? and no = ?', [now, reviewId, old]);
}
