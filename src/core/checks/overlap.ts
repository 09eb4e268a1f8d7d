import { chapman, type TwoSourceEstimate } from './chapman';

export interface Overlap {
  /** Per database (bit), works that it has, and that no other has: of all, of those through the sieve, of those kept. */
  databases: { bit: number; all: Contribution; through: Contribution; kept: Contribution }[];
  /** Works by exactly which databases have them, the most first. */
  sets: { mask: number; all: number; through: number; kept: number }[];
}
export interface Contribution {
  has: number;
  alone: number;
}

/** Which of the works are looked at. */
export interface Among {
  through: (row: number) => boolean;
  kept: (row: number) => boolean;
}

/**
 * What each database contributed, and which have works in common.
 * @param membership bit b of a row is set when database b has the work
 */
export function overlapOf(membership: Uint32Array, databases: number, { through, kept }: Among): Overlap {
  const sets = new Map<number, { all: number; through: number; kept: number }>();
  for (let i = 0; i < membership.length; i++) {
    const mask = membership[i]!;
    let set = sets.get(mask);
    if (!set) {
      set = { all: 0, through: 0, kept: 0 };
      sets.set(mask, set);
    }
    set.all++;
    if (through(i)) set.through++;
    if (kept(i)) set.kept++;
  }
  const list = [...sets].map(([mask, counts]) => ({ mask, ...counts })).sort((a, b) => b.all - a.all || a.mask - b.mask);
  return {
    sets: list,
    databases: Array.from({ length: databases }, (_, bit) => {
      const of = (pick: OverlapOf): Contribution => ({
        has: list.reduce((n, s) => n + ((s.mask >>> bit) & 1 ? s[pick] : 0), 0),
        alone: list.reduce((n, s) => n + (s.mask === (1 << bit) >>> 0 ? s[pick] : 0), 0),
      });
      return { bit, all: of('all'), through: of('through'), kept: of('kept') };
    }),
  };
}

/** Which works are counted. */
export type OverlapOf = 'all' | 'through' | 'kept';

/**
 * What would not have been found without some databases: works that no other has. Works of no named database stay.
 * @param without bit b is set when database b was not searched
 */
export function lostWithout(sets: Overlap['sets'], without: number): Record<OverlapOf, number> {
  const lost = { all: 0, through: 0, kept: 0 };
  for (const s of sets) {
    if (s.mask === 0 || (s.mask & ~without) !== 0) continue;
    lost.all += s.all;
    lost.through += s.through;
    lost.kept += s.kept;
  }
  return lost;
}

/** Two databases' estimate of what neither found, from the sets. */
export function estimateOf(sets: Overlap['sets'], a: number, b: number, pick: OverlapOf): TwoSourceEstimate {
  const count = (test: (mask: number) => boolean) => sets.reduce((n, s) => n + (test(s.mask) ? s[pick] : 0), 0);
  const has = (mask: number, bit: number) => ((mask >>> bit) & 1) === 1;
  return chapman(
    count((m) => has(m, a)),
    count((m) => has(m, b)),
    count((m) => has(m, a) && has(m, b)),
  );
}
