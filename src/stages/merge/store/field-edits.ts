import type { EntityManager } from '@mikro-orm/postgresql';
import type { FieldEdit } from '@/core/merge';
import { WorkEdit } from '@/platform/db/schema';

/** What people set for the fields of works, the latest of each field, by work number; empty where all was taken back. */
export async function fieldEdits(em: EntityManager, reviewId: string, workNo?: number): Promise<Map<number, FieldEdit[]>> {
  const rows = await em.find(WorkEdit, workNo === undefined ? { reviewId } : { reviewId, workNo }, { orderBy: { seq: 'asc' } });
  const latest = new Map<string, WorkEditOf>();
  for (const row of rows) latest.set(`${row.workNo}|${row.field}`, row);
  const edits = new Map<number, FieldEdit[]>();
  for (const { workNo: no, field, value } of latest.values()) {
    const known = edits.get(no) ?? [];
    edits.set(no, value === null || value === undefined ? known : [...known, { field, value }]);
  }
  return edits;
}

type WorkEditOf = { workNo: number; field: FieldEdit['field']; value?: string | null };
