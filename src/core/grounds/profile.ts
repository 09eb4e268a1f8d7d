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
const sizeOf = (d: ProfileDifference): number => d.axes.length + d.limiters.length + (d.written ? 1 : 0);

/** A decided work, as a precedent. */
export interface Decided extends Profile {
  verdict: 'keep' | 'exclude';
  reasonCode: string;
}

export interface Precedent {
  decided: Decided;
  differs: ProfileDifference;
  /** Likeness of the texts, 0 to 1. */
  likeness: number;
}

/**
 * Decided works like this one: those whose profile differs least first, and of those the nearest in their words.
 * @param likeness of two works' texts, 0 to 1
 * @param furthest profiles that differ in more are left out
 */
export function precedentsOf(
  target: Profile,
  decided: readonly Decided[],
  likeness: (work: number) => number,
  most = 6,
  furthest = 2,
): Precedent[] {
  const near = decided.flatMap((d) => {
    if (d.work === target.work) return [];
    const differs = differenceOf(target, d);
    const size = sizeOf(differs);
    return size <= furthest ? [{ decided: d, differs, size }] : [];
  });
  near.sort((a, b) => a.size - b.size);
  // Only as many as can be shown need their words compared, with those that tie with the last of them.
  const last = near[most - 1]?.size ?? furthest;
  return near
    .filter((n) => n.size <= last)
    .map(({ decided: d, differs, size }) => ({ decided: d, differs, size, likeness: likeness(d.work) }))
    .sort((a, b) => a.size - b.size || b.likeness - a.likeness || a.decided.work - b.decided.work)
    .slice(0, most)
    .map(({ size: _, ...p }) => p);
}

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
