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

/** Of so many databases all memberships fit into a table, which is quicker to ask than a map. */
const MOST_IN_TABLE = 16;

export function groupsOf({ membership, databases }: Columns): Groups {
  const known = grouped.get(membership);
  if (known) return known;
  const groups = databases.length <= MOST_IN_TABLE ? byTable(membership, databases.length) : byMap(membership);
  grouped.set(membership, groups);
  return groups;
}

function byTable(membership: Uint32Array, databases: number): Groups {
  const numbers = new Int32Array(1 << databases).fill(-1);
  const of = new Uint16Array(membership.length);
  const masks: number[] = [];
  for (let i = 0; i < of.length; i++) {
    const mask = membership[i]!;
    if (numbers[mask] === -1) numbers[mask] = masks.push(mask) - 1;
    of[i] = numbers[mask]!;
  }
  return { of, masks };
}

function byMap(membership: Uint32Array): Groups {
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
  return { of: masks.length <= 65_536 ? new Uint16Array(of) : of, masks };
}
