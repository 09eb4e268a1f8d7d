import type { EntityManager } from '@mikro-orm/postgresql';
import { type LikelyAxis, type OpenWork, sharesOfWork } from '@/core/likely';
import type { Columns } from '@/core/sieve';
import { MASK_AXES } from '@/core/sieve';
import type { PackedClaims } from '@/core/storage';
import { bitCount } from '@/core/vocabularies';
import { readClaims } from '@/stages/retrieve';

/** Works of which the rules leave several values of an axis, by their places in the columns. */
export function openWorks({ all, numbers, conflicts }: Columns, axis: LikelyAxis): number[] {
  const bit = MASK_AXES.indexOf(axis);
  const open: number[] = [];
  for (let i = 0; i < numbers.length; i++) if (bitCount(all[axis][i]!) > 1 && !((conflicts[i]! >>> bit) & 1)) open.push(i);
  return open;
}

/** So many of a list, drawn evenly over it. */
export function evenly<T>(list: readonly T[], most: number): T[] {
  const step = Math.max(1, list.length / most);
  return Array.from({ length: Math.min(most, list.length) }, (_, k) => list[Math.floor(k * step)]!);
}

/** What the model says of works, by their places in the columns; those without a text that it reads are left out. */
export async function readOpenWorks(
  em: EntityManager,
  reviewId: string,
  columns: Columns,
  axis: LikelyAxis,
  places: readonly number[],
): Promise<Map<number, OpenWork>> {
  const rows = await em.execute<{ work_no: number; record_no: number; doc: PackedClaims }[]>(
    `select m.work_no, c.record_no, c.doc from work_record m
     join record_claims c on c.review_id = m.review_id and c.record_no = m.record_no
     where m.review_id = ? and m.active and m.work_no = any(?::int[]) order by m.work_no, c.record_no`,
    [reviewId, `{${places.map((i) => columns.numbers[i]).join(',')}}`],
  );
  const claims = readClaims(rows);
  const records = new Map<number, (typeof rows)[number][]>();
  for (const row of rows) records.set(row.work_no, [...(records.get(row.work_no) ?? []), row]);
  const works = new Map<number, OpenWork>();
  for (const i of places) {
    const members = records.get(columns.numbers[i]!) ?? [];
    const shares = sharesOfWork(members.map((m) => claims.get(m.record_no)!.likely));
    if (shares?.[axis]) works.set(i, { shares, left: columns.all[axis][i]!, likely: columns.likely[axis][i]! });
  }
  return works;
}
