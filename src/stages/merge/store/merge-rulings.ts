import type { EntityManager } from '@mikro-orm/postgresql';
import type { LinkType, MergeRuling } from '@/core/merge';
import { MergeRulingRow } from '@/platform/db/schema';
import type { NamedRecord } from '../jobs/derive-records';

/** Rulings that stand, oldest first. */
export type Rulings = Pick<
  MergeRulingRow,
  'seq' | 'act' | 'verdict' | 'a' | 'b' | 'aName' | 'bName' | 'link' | 'reason' | 'person' | 'at'
>[];

export async function standingRulings(em: EntityManager, reviewId: string): Promise<Rulings> {
  const rows = await em.find(MergeRulingRow, { reviewId }, { orderBy: { seq: 'asc' } });
  const undone = new Set(rows.map((r) => r.undoes).filter(Boolean));
  return rows.filter((r) => r.verdict !== 'undo' && !undone.has(r.act));
}

/**
 * Rulings as places in a list of records, by the records' stable names, so that they hold for the same records when
 * these are imported again. A link keeps apart as well.
 */
export function recordRulings(rulings: Rulings, records: readonly NamedRecord[]): MergeRuling[] {
  const byNo = new Map(records.map((r, i) => [r.no, i]));
  const byName = new Map(records.map((r, i) => [r.name, i]));
  return rulings.flatMap(({ verdict, a, b, aName, bName }) => {
    const [x, y] = [byNo.get(a) ?? byName.get(aName), byNo.get(b) ?? byName.get(bName)];
    if (x === undefined || y === undefined || x === y || verdict === 'undo' || verdict === 'unlink') return [];
    return [{ verdict: verdict === 'join' ? ('join' as const) : ('apart' as const), a: x, b: y }];
  });
}

/** Links that a person made or took away, as record numbers. */
export const linkRulings = (rulings: Rulings): { a: number; b: number; aName: string; bName: string; link: LinkType; made: boolean }[] =>
  rulings.flatMap(({ verdict, a, b, aName, bName, link }) =>
    link && (verdict === 'link' || verdict === 'unlink') ? [{ a, b, aName, bName, link, made: verdict === 'link' }] : [],
  );
