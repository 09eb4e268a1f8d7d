import type { Columns } from './columns';

/** Works that the same databases retrieved share a group: counting goes by groups, of which there are few. */
export interface Groups {
  /** Group of each work. */
  of: Uint16Array | Uint32Array;
  /** Membership of each group. */
  masks: number[];
}
/** By the memberships themselves: columns of which other arrays are new share them. */
const grouped = new WeakMap<Uint32Array, Groups>();

export function groupsOf({ membership }: Columns): Groups {
  const known = grouped.get(membership);
  if (known) return known;
  const numbers = new Map<number, number>();
  const of = new Uint32Array(membership.length);
  const masks: number[] = [];
  for (let i = 0; i < of.length; i++) {
    const mask = membership[i]!;
    let group = numbers.get(mask);
    if (group === undefined) {
      group = masks.push(mask) - 1;
      numbers.set(mask, group);
    }
    of[i] = group;
  }
  const groups: Groups = { of: masks.length <= 65_536 ? Uint16Array.from(of) : of, masks };
  grouped.set(membership, groups);
  return groups;
}
