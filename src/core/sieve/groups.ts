import type { Columns } from './columns';

/** Works that the same databases retrieved share a group: counting goes by groups, of which there are few. */
export interface Groups {
  /** Group of each work. */
  of: Uint16Array | Uint32Array;
  /** Membership of each group. */
  masks: number[];
}
const grouped = new WeakMap<Columns, Groups>();

export function groupsOf(columns: Columns): Groups {
  const known = grouped.get(columns);
  if (known) return known;
  const numbers = new Map<number, number>();
  const of = new Uint32Array(columns.numbers.length);
  const masks: number[] = [];
  for (let i = 0; i < of.length; i++) {
    const mask = columns.membership[i]!;
    let group = numbers.get(mask);
    if (group === undefined) {
      group = masks.push(mask) - 1;
      numbers.set(mask, group);
    }
    of[i] = group;
  }
  const groups: Groups = { of: masks.length <= 65_536 ? Uint16Array.from(of) : of, masks };
  grouped.set(columns, groups);
  return groups;
}
