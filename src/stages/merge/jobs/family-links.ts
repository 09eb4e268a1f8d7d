import type { EntityManager } from '@mikro-orm/postgresql';
import { type FamilyFlag, type FamilyLink, familyFlags, worksOf } from '@/core/merge';
import { copyRows } from '@/platform/db/copy';
import { asideOf, Unprocessable } from '@/stages/retrieve';
import { linkRulings, type Rulings } from '../store/merge-rulings';
import type { Merging } from './merging';

/**
 * Stores the links of a review's families, with what people ruled about them.
 * @param numberOf the work's number for each record
 * @returns the flags that works have from their families, by work number, and the works that gained or lost a link to them
 */
export async function linkWorks(
  tx: EntityManager,
  reviewId: string,
  merging: Merging,
  numberOf: ReadonlyMap<number, number>,
  rulings: Rulings,
): Promise<{ flags: Map<number, FamilyFlag[]>; changed: Set<number> }> {
  const { records } = merging.all;
  const { head, families } = merging.done();
  const { links: all, told, faults } = await families;
  const works = worksOf(head);
  const numbers = works.map((members) => numberOf.get(records[members[0]!]!.no)!);
  const place = new Map(numbers.map((no, i) => [no, i]));
  const byName = new Map(records.map((r) => [r.name, r.no]));
  const workOf = (no: number, name: string): number | undefined => place.get(numberOf.get(no) ?? numberOf.get(byName.get(name) ?? 0) ?? 0);
  if (faults.length)
    throw new Unprocessable(faults.flatMap(({ work, error }) => works[work]!.map((i) => asideOf(records[i]!.no, 'merge', error))));
  let links: (FamilyLink & { ruled: boolean })[] = all.map((l) => ({ ...l, ruled: false }));
  for (const { a, b, aName, bName, link, made } of linkRulings(rulings)) {
    const [from, to] = [workOf(a, aName), workOf(b, bName)];
    if (from === undefined || to === undefined || from === to) continue;
    links = links.filter((l) => !(l.type === link && l.from === from && l.to === to));
    if (made) links.push({ type: link, from, to, basis: ['a person linked them'], conclusions: '', ruled: true });
  }
  const before = await tx.execute<{ to_no: number; type: string; from_no: number }[]>(
    'select from_no, to_no, type from work_link where review_id = ?',
    [reviewId],
  );
  const old = new Map(before.map((l) => [`${l.from_no}|${l.type}|${l.to_no}`, l.to_no]));
  const now = new Map(links.map((l) => [`${numbers[l.from]}|${l.type}|${numbers[l.to]}`, numbers[l.to]!]));
  const changed = new Set<number>();
  for (const [key, to] of old) if (!now.has(key)) changed.add(to);
  for (const [key, to] of now) if (!old.has(key)) changed.add(to);
  await tx.execute('delete from work_link where review_id = ?', [reviewId]);
  await copyRows(
    tx,
    'work_link',
    ['review_id', 'from_no', 'to_no', 'type', 'basis', 'conclusions', 'ruled'],
    [links.map((l) => [reviewId, numbers[l.from]!, numbers[l.to]!, l.type, l.basis, l.conclusions, l.ruled])],
  );
  return { flags: new Map([...familyFlags({ told }, links)].map(([work, flags]) => [numbers[work]!, flags])), changed };
}
