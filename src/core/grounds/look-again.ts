import { MASK_AXES, type MaskAxis } from '@/core/sieve';

/** What the sieve said of a work, by its limiters' ids. */
export interface OutcomeThen {
  fate: 'through' | 'held' | 'stopped';
  stops: string[];
  holds: string[];
}

/** What a decision was made on. */
export interface DecidedOn {
  axes: Readonly<Partial<Record<MaskAxis, { codes: readonly string[] }>>>;
  dateWords: string;
  /** Null where only words were stored. */
  limiters: OutcomeThen | null;
  outcome: string;
}

/** One thing that is not as it was when a decision was made. */
export interface Changed {
  what: MaskAxis | 'date' | 'outcome';
  was: readonly string[];
  now: readonly string[];
}

const same = (a: readonly string[], b: readonly string[]): boolean => a.length === b.length && a.every((x) => b.includes(x));

/**
 * What has changed since a work was decided: its values on an axis, its date, or what limiters say of it. A limiter
 * that was only renamed changes nothing. @param nameOf a limiter's name by its id, for words
 */
export function changedSince(then: DecidedOn, now: DecidedOn, nameOf: (limiter: string) => string): Changed[] {
  const changed: Changed[] = [];
  for (const axis of MASK_AXES) {
    const [before, after] = [then.axes[axis]?.codes ?? [], now.axes[axis]?.codes ?? []];
    if (!same(before, after)) changed.push({ what: axis, was: before, now: after });
  }
  if (then.dateWords !== now.dateWords) changed.push({ what: 'date', was: [then.dateWords], now: [now.dateWords] });
  if (then.limiters && now.limiters) {
    const [a, b] = [then.limiters, now.limiters];
    if (a.fate !== b.fate || !same(a.stops, b.stops) || !same(a.holds, b.holds))
      changed.push({ what: 'outcome', was: [outcomeOf(a, nameOf)], now: [outcomeOf(b, nameOf)] });
  } else if (then.outcome !== now.outcome) changed.push({ what: 'outcome', was: [then.outcome], now: [now.outcome] });
  return changed;
}

function outcomeOf({ fate, stops, holds }: OutcomeThen, nameOf: (limiter: string) => string): string {
  const names = (ids: readonly string[]) => ids.map(nameOf).join(', ');
  if (fate === 'through') return 'through';
  return fate === 'stopped' ? `stopped by ${names(stops)}` : `held by ${names(holds)}`;
}
