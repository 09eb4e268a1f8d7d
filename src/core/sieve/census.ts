import { bitCount, fullMask, type Mask } from '@/core/vocabularies';
import { type Columns, MASK_AXES, type MaskAxis, NO_DATE } from './columns';

/** How well an axis is known over the works. `inferred` is settled, but not from stated evidence alone. */
export const KNOWN_AS = ['settled', 'inferred', 'narrowed', 'conflicting', 'unknown'] as const;
export type KnownAs = (typeof KNOWN_AS)[number];
export type CensusAxis = MaskAxis | 'date';

/** How each work stands on an axis. @param all mask of all values of the axis; not read for the date */
export function knownAs(columns: Columns, axis: CensusAxis, all: Mask): KnownAs[] {
  const size = columns.numbers.length;
  const known: KnownAs[] = new Array(size);
  if (axis === 'date') {
    const { from, to } = columns.dates.earliest;
    for (let i = 0; i < size; i++) known[i] = to[i] === NO_DATE.to ? 'unknown' : from[i] === to[i] ? 'settled' : 'narrowed';
    return known;
  }
  const conflict = 1 << MASK_AXES.indexOf(axis);
  for (let i = 0; i < size; i++) {
    const mask = columns.all[axis][i]!;
    if (columns.conflicts[i]! & conflict) known[i] = 'conflicting';
    else if (bitCount(mask) === 1) known[i] = columns.stated[axis][i] === mask ? 'settled' : 'inferred';
    else known[i] = mask === all ? 'unknown' : 'narrowed';
  }
  return known;
}

export type CensusCounts = Record<KnownAs, number>;
const zero = (): CensusCounts => ({ settled: 0, inferred: 0, narrowed: 0, conflicting: 0, unknown: 0 });

/** Counts for the whole and for each database; they overlap and are never added. */
export function census(columns: Columns, axis: CensusAxis, all: Mask): { whole: CensusCounts; databases: CensusCounts[] } {
  const whole = zero();
  const databases = columns.databases.map(zero);
  knownAs(columns, axis, all).forEach((k, i) => {
    whole[k]++;
    for (let bits = columns.membership[i]!, b = 0; bits; bits >>>= 1, b++) if (bits & 1) databases[b]![k]++;
  });
  return { whole, databases };
}

/** For each value of an axis: works settled on it, and works that may have it or another. */
export interface ValueCounts {
  whole: { settled: number[]; possible: number[] };
  databases: { settled: number[]; possible: number[] }[];
}

/** Counts of the values of an axis. A work counts once as settled, or once for every value that is still possible. */
export function valueCounts(columns: Columns, axis: MaskAxis, values: number): ValueCounts {
  const none = () => ({ settled: new Array<number>(values).fill(0), possible: new Array<number>(values).fill(0) });
  const counts: ValueCounts = { whole: none(), databases: columns.databases.map(none) };
  const conflict = 1 << MASK_AXES.indexOf(axis);
  const all = fullMask(values);
  for (let i = 0; i < columns.numbers.length; i++) {
    const mask = columns.all[axis][i]!;
    // Of a work of which nothing is known every value is possible, which says nothing of any.
    if (mask === all) continue;
    const settled = bitCount(mask) === 1 && !(columns.conflicts[i]! & conflict);
    for (let bit = 0; bit < values; bit++) {
      if (!((mask >>> bit) & 1)) continue;
      counts.whole[settled ? 'settled' : 'possible'][bit]!++;
      for (let bits = columns.membership[i]!, b = 0; bits; bits >>>= 1, b++)
        if (bits & 1) counts.databases[b]![settled ? 'settled' : 'possible'][bit]!++;
    }
  }
  return counts;
}

/** Numbers of the works behind a count of `valueCounts`. */
export function worksWithValue(
  columns: Columns,
  { axis, values, bit, database, as }: { axis: MaskAxis; values: number; bit: number; database: number; as: 'settled' | 'possible' },
): number[] {
  const found: number[] = [];
  const all = fullMask(values);
  const conflict = 1 << MASK_AXES.indexOf(axis);
  for (let i = 0; i < columns.numbers.length; i++) {
    const mask = columns.all[axis][i]!;
    if (mask === all || !((mask >>> bit) & 1) || (database >= 0 && !((columns.membership[i]! >>> database) & 1))) continue;
    const settled = bitCount(mask) === 1 && !(columns.conflicts[i]! & conflict);
    if (settled === (as === 'settled')) found.push(columns.numbers[i]!);
  }
  return found;
}
