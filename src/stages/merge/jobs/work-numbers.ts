import type { EntityManager } from '@mikro-orm/postgresql';
import { copyRows } from '@/platform/db/copy';

interface Placed {
  record_no: number;
  active: boolean;
  work_no: number;
  prior_no: number;
}

/**
 * Gives every cluster of records a work number and stores who belongs where. A cluster keeps the lowest number that
 * any of its records had; when a work was split, most of its records keep its number, and what was once joined to it
 * gets the number back that it had before, with what was decided then. A work that lost its records to another is
 * marked as absorbed, so that what was decided about it can still be found. New clusters are numbered in the order of
 * their first record.
 * @returns the work number of every record, and the works that gained or lost a record
 */
export async function assignWorkNumbers(
  tx: EntityManager,
  reviewId: string,
  recordNos: readonly number[],
  head: Int32Array,
  at: Date,
): Promise<{ numbers: Map<number, number>; changed: Set<number> }> {
  const known = await tx.execute<Placed[]>('select record_no, work_no, prior_no, active from work_record where review_id = ?', [reviewId]);
  const before = new Map(known.map((row) => [row.record_no, row]));
  const [{ last }] = await tx.execute<[{ last: number }]>('select coalesce(max(no), 0) as last from work where review_id = ?', [reviewId]);
  const numbers = numbersFor(clustersOf(recordNos, head), before, Number(last) + 1);
  // Records of withdrawn retrievals keep the number they had, so that they find their work again.
  await tx.execute('delete from work_record where review_id = ? and record_no = any(?::int[])', [reviewId, `{${recordNos.join(',')}}`]);
  await tx.execute('update work_record set active = false where review_id = ? and active', [reviewId]);
  await copyRows(
    tx,
    'work_record',
    ['review_id', 'record_no', 'work_no', 'active', 'prior_no'],
    [
      recordNos.map((no) => {
        const [old, now] = [before.get(no), numbers.get(no)!];
        return [reviewId, no, now, true, old === undefined ? now : old.work_no === now ? old.prior_no : old.work_no];
      }),
    ],
  );
  const taken = new Set(numbers.values());
  const absorbed = new Map<number, number>();
  for (const no of recordNos) {
    const old = before.get(no)?.work_no;
    if (old !== undefined && old !== numbers.get(no) && !taken.has(old)) absorbed.set(old, numbers.get(no)!);
  }
  for (const [old, now] of absorbed)
    await tx.execute('update work set absorbed_by = ?, absorbed_at = ? where review_id = ? and no = ?', [now, at, reviewId, old]);
  const changed = new Set<number>();
  for (const { record_no, work_no, active } of known)
    if (active !== numbers.has(record_no) || (active && numbers.get(record_no) !== work_no)) changed.add(work_no);
  for (const no of recordNos) if (!before.get(no)?.active || before.get(no)!.work_no !== numbers.get(no)) changed.add(numbers.get(no)!);
  return { numbers, changed };
}

function clustersOf(recordNos: readonly number[], head: Int32Array): number[][] {
  const clusters = new Map<number, number[]>();
  recordNos.forEach((no, i) => {
    const members = clusters.get(head[i]!);
    if (members) members.push(no);
    else clusters.set(head[i]!, [no]);
  });
  for (const members of clusters.values()) members.sort((a, b) => a - b);
  return [...clusters.values()].sort((a, b) => a[0]! - b[0]!);
}

function numbersFor(clusters: readonly number[][], before: ReadonlyMap<number, Placed>, first: number): Map<number, number> {
  const given = new Map<readonly number[], number>();
  const taken = new Set<number>();
  const give = (cluster: readonly number[], number: number) => {
    given.set(cluster, number);
    taken.add(number);
  };
  // Every old number goes to the cluster that holds most of its records, else to the one with the earliest.
  const claims = clusters.flatMap((cluster) => {
    const counts = new Map<number, number>();
    for (const no of cluster) {
      const old = before.get(no)?.work_no;
      if (old !== undefined) counts.set(old, (counts.get(old) ?? 0) + 1);
    }
    return [...counts].map(([number, count]) => ({ cluster, number, count }));
  });
  for (const { cluster, number } of claims.sort((a, b) => a.number - b.number || b.count - a.count || a.cluster[0]! - b.cluster[0]!))
    if (!taken.has(number) && !given.has(cluster)) give(cluster, number);
  for (const cluster of clusters) {
    if (given.has(cluster)) continue;
    const prior = cluster.map((no) => before.get(no)?.prior_no).filter((n) => n !== undefined && !taken.has(n)) as number[];
    if (prior.length) give(cluster, Math.min(...prior));
  }
  let next = first;
  for (const cluster of clusters) if (!given.has(cluster)) give(cluster, next++);
  return new Map(clusters.flatMap((cluster) => cluster.map((no) => [no, given.get(cluster)!] as const)));
}
