import type { EntityManager } from '@mikro-orm/postgresql';
import { copyRows } from '@/platform/db/copy';
import type { NamedRecord } from './derive-records';
import type { Merging } from './merging';

const PLACED_COLUMNS = ['review_id', 'record_no', 'work_no', 'active', 'prior_no'];

interface Placed {
  record_no: number;
  active: boolean;
  work_no: number;
  prior_no: number;
}

/** A work with the numbers of its records, ascending. */
export interface NumberedWork {
  no: number;
  records: readonly number[];
}

/** A review's works with their numbers, of which the last may still be unknown while the first are worked on. */
export interface NumberedWorks {
  /** By number. To be gone through once, if there was none before. */
  works: Iterable<NumberedWork>;
  /** The work of every record, when all works were gone through. */
  numbers: ReadonlyMap<number, number>;
  /** Those that gained or lost a record, or are new; none if there was none before, since all are. */
  changed: Set<number>;
  /** Stores who belongs where, when all works were gone through. */
  store(): Promise<void>;
}

/** Whether no record of a review was in a work so far. */
export async function isFirstMerge(tx: EntityManager, reviewId: string): Promise<boolean> {
  const [{ some }] = await tx.execute<[{ some: boolean }]>(
    'select exists (select 1 from work_record where review_id = ?) or exists (select 1 from work where review_id = ?) as some',
    [reviewId, reviewId],
  );
  return !some;
}

/** Numbers a review's first works in the order of their first records, as they become known. */
export function firstNumbers(tx: EntityManager, reviewId: string, merging: Merging): NumberedWorks {
  const numbers = new Map<number, number>();
  function* works(): Generator<NumberedWork, void> {
    let no = 0;
    for (const records of merging.works()) {
      no++;
      for (const record of records) numbers.set(record, no);
      yield { no, records };
    }
  }
  const row = ({ no }: NamedRecord) => [reviewId, no, numbers.get(no)!, true, numbers.get(no)!];
  const store = async () => {
    await copyRows(tx, 'work_record', PLACED_COLUMNS, [merging.all.records.map(row)]);
  };
  return { works: works(), numbers, changed: new Set(), store };
}

/**
 * Gives every work a number beside those that there were. A work keeps the lowest number that any of its records had; when
 * one was split, most of its records keep its number, and what was once joined to it gets the number back that it had
 * before, with what was decided then. A work that lost its records to another is marked as absorbed, so that what was
 * decided about it can still be found. New works are numbered in the order of their first record.
 */
export async function numbersBeside(tx: EntityManager, reviewId: string, merging: Merging, at: Date): Promise<NumberedWorks> {
  const known = await tx.execute<Placed[]>('select record_no, work_no, prior_no, active from work_record where review_id = ?', [reviewId]);
  const before = new Map(known.map((row) => [row.record_no, row]));
  const [{ last }] = await tx.execute<[{ last: number }]>('select coalesce(max(no), 0) as last from work where review_id = ?', [reviewId]);
  // Records that were merged before come first: in the order of their numbers they need not be.
  const clusters = [...merging.works()].map((records) => records.sort((a, b) => a - b)).sort((a, b) => a[0]! - b[0]!);
  const given = numbersFor(clusters, before, Number(last) + 1);
  const works = clusters.map((records): NumberedWork => ({ no: given.get(records)!, records })).sort((a, b) => a.no - b.no);
  const recordNos = merging.all.records.map((r) => r.no);
  const numbers = new Map(works.flatMap(({ no, records }) => records.map((record) => [record, no] as const)));
  const changed = new Set<number>();
  for (const { record_no, work_no, active } of known)
    if (active !== numbers.has(record_no) || (active && numbers.get(record_no) !== work_no)) changed.add(work_no);
  for (const no of recordNos) if (!before.get(no)?.active || before.get(no)!.work_no !== numbers.get(no)) changed.add(numbers.get(no)!);
  return { works, numbers, changed, store: () => storeBeside(tx, reviewId, recordNos, numbers, before, at) };
}

async function storeBeside(
  tx: EntityManager,
  reviewId: string,
  recordNos: readonly number[],
  numbers: ReadonlyMap<number, number>,
  before: ReadonlyMap<number, Placed>,
  at: Date,
) {
  // Records of withdrawn retrievals keep the number they had, so that they find their work again.
  await tx.execute('delete from work_record where review_id = ? and record_no = any(?::int[])', [reviewId, `{${recordNos.join(',')}}`]);
  await tx.execute('update work_record set active = false where review_id = ? and active', [reviewId]);
  await copyRows(tx, 'work_record', PLACED_COLUMNS, [
    recordNos.map((no) => {
      const [old, now] = [before.get(no), numbers.get(no)!];
      return [reviewId, no, now, true, old === undefined ? now : old.work_no === now ? old.prior_no : old.work_no];
    }),
  ]);
  const taken = new Set(numbers.values());
  const absorbed = new Map<number, number>();
  for (const no of recordNos) {
    const old = before.get(no)?.work_no;
    if (old !== undefined && old !== numbers.get(no) && !taken.has(old)) absorbed.set(old, numbers.get(no)!);
  }
  for (const [old, now] of absorbed)
    await tx.execute('update work set absorbed_by = ?, absorbed_at = ? where review_id = ? and no = ?', [now, at, reviewId, old]);
}

function numbersFor(
  clusters: readonly number[][],
  before: ReadonlyMap<number, Placed>,
  first: number,
): ReadonlyMap<readonly number[], number> {
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
  return given;
}
