import type { EntityManager } from '@mikro-orm/postgresql';
import { RulingRow } from '@/platform/db/schema';

/** Rulings on axes that stand, oldest first. */
export async function standingAxisRulings(em: EntityManager, reviewId: string): Promise<RulingRow[]> {
  const rows = await em.find(RulingRow, { reviewId }, { orderBy: { seq: 'asc' } });
  const undone = new Set(rows.map((r) => r.undoes));
  return rows.filter((r) => r.undoes === null && !undone.has(r.seq));
}
