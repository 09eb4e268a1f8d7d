import { type Columns, MASK_AXES, type MaskAxis, type SieveRun } from '@/core/sieve';

/**
 * What a decision should rest on, as far as it can be computed: the possible values on every axis, what each limiter
 * says, and the difference that a person wrote down, if any.
 */
export interface Profile {
  work: number;
  /** Possible values, in the order of MASK_AXES. */
  masks: readonly number[];
  /** Bit k: limiter k stops, or holds. */
  stops: number;
  holds: number;
  /** In a person's words; '' when nobody wrote one. */
  difference: string;
}

export const profileAt = (columns: Columns, run: SieveRun, i: number, difference = ''): Profile => ({
  work: columns.numbers[i]!,
  masks: MASK_AXES.map((axis) => columns.all[axis][i]!),
  stops: run.stops[i]!,
  holds: run.holds[i]!,
  difference,
});

/** Works with one key have equal profiles. */
export const profileKey = (p: Profile): string => `${p.masks.join()}|${p.stops}|${p.holds}|${p.difference.trim().toLowerCase()}`;

/** Where two profiles differ. */
export interface ProfileDifference {
  axes: MaskAxis[];
  /** Places of the limiters that say something else of the one than of the other. */
  limiters: number[];
  written: boolean;
}

export function differenceOf(a: Profile, b: Profile): ProfileDifference {
  const bits = (a.stops ^ b.stops) | (a.holds ^ b.holds);
  return {
    axes: MASK_AXES.filter((_, k) => a.masks[k] !== b.masks[k]),
    limiters: Array.from({ length: 32 }, (_, k) => k).filter((k) => (bits >>> k) & 1),
    written: a.difference.trim().toLowerCase() !== b.difference.trim().toLowerCase(),
  };
}
/** In how many things two profiles differ: told without making either of them, for the many that are far apart. */
export function distanceBetween(columns: Columns, run: SieveRun, i: number, j: number): number {
  let n = 0;
  for (const axis of MASK_AXES) if (columns.all[axis][i] !== columns.all[axis][j]) n++;
  for (let bits = (run.stops[i]! ^ run.stops[j]!) | (run.holds[i]! ^ run.holds[j]!); bits; bits &= bits - 1) n++;
  return n;
}

/** A decided work, as a precedent. */
export interface Decided extends Profile {
  verdict: 'keep' | 'exclude';
  reasonCode: string;
}

/** A decided work near another, and in how many things they differ. */
export interface Near {
  work: number;
  distance: number;
}

const MOST_PRECEDENTS = 6;

/** Those no further away than is needed to have enough of them, whatever their words say. */
export function nearest(near: readonly Near[], most = MOST_PRECEDENTS): Near[] {
  const distances = near.map((n) => n.distance).sort((a, b) => a - b);
  const furthest = distances[Math.min(most, distances.length) - 1] ?? 0;
  return near.filter((n) => n.distance <= furthest);
}

/**
 * Which of the decided works that are near in their profiles are to be shown: the nearest first, and of those that are
 * equally near the likest in their words.
 * @param likeness of these works' texts to the one that is looked at, 0 to 1, in their order
 */
export function precedentsOf(
  near: readonly Near[],
  likeness: (works: readonly number[]) => readonly number[],
  most = MOST_PRECEDENTS,
): (Near & { likeness: number })[] {
  const found: (Near & { likeness: number })[] = [];
  // Ring by ring: the words of those further away are compared only while places are left.
  for (let distance = 0; found.length < most && distance <= MOST_APART; distance++) {
    const ring = near.filter((n) => n.distance === distance);
    if (ring.length === 0) continue;
    const alike = likeness(ring.map((n) => n.work));
    const best = ring.map((_, k) => k).sort((a, b) => alike[b]! - alike[a]! || ring[a]!.work - ring[b]!.work);
    for (const k of best.slice(0, most - found.length)) found.push({ ...ring[k]!, likeness: alike[k]! });
  }
  return found;
}
/** All axes, all limiters and a written difference. */
const MOST_APART = MASK_AXES.length + 33;

/** Works of one profile that were decided in opposite ways. */
export interface Inconsistency {
  key: string;
  kept: number[];
  excluded: { work: number; reasonCode: string }[];
}

/** Opposite decisions on equal profiles, the groups with the fewest on their smaller side first: the easiest to settle. */
export function inconsistentOf(decided: readonly Decided[]): Inconsistency[] {
  const groups = new Map<string, Inconsistency>();
  for (const d of decided) {
    const key = profileKey(d);
    const group = groups.get(key) ?? { key, kept: [], excluded: [] };
    if (d.verdict === 'keep') group.kept.push(d.work);
    else group.excluded.push({ work: d.work, reasonCode: d.reasonCode });
    groups.set(key, group);
  }
  const smaller = (g: Inconsistency) => Math.min(g.kept.length, g.excluded.length);
  return [...groups.values()].filter((g) => g.kept.length && g.excluded.length).sort((a, b) => smaller(a) - smaller(b));
}
