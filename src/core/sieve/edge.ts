import { dayNumber, minusYears, yearOfDay } from '@/core/record';
import { NO_DATE } from './columns';
import type { RecencyTest } from './kinds/recency';
import type { Limiter, SieveContext } from './limiter';
import { fateOfWords, fatesAt, type SieveRun } from './runner';
import { LEFT } from './verdict';

export const WAYS = ['to-the-day', 'calendar-years'] as const;
export type Way = (typeof WAYS)[number];
/** Works that another way of counting years would let through or not, everything else unchanged. */
export interface OtherWay {
  date: RecencyTest['date'];
  count: Way;
  through: number;
  gained: number[];
  lost: number[];
}

const EDGE_DATES = ['earliest', 'online', 'issue', 'added'] as const;

/** The works that counting years otherwise, or by another date, would gain or lose. Fixed windows have no other way. */
export function otherWays(run: SieveRun, k: number, context: SieveContext): OtherWay[] {
  const limiter = run.sieve[k]!;
  const { test } = limiter;
  if (test.kind !== 'recency' || test.window.count === 'fixed') return [];
  const { years, count: own } = test.window;
  const { stops, holds, columns } = run;
  const bit = 1 << k;
  const ways: OtherWay[] = [];
  for (const date of EDGE_DATES)
    for (const count of WAYS) {
      if (date === test.date && count === own) continue;
      const other: Limiter = { ...limiter, test: { ...test, date, window: { count, years: Math.max(1, years) } } };
      const fates = fatesAt(other, columns, context);
      const way: OtherWay = { date, count, through: 0, gained: [], lost: [] };
      for (let i = 0; i < fates.length; i++) {
        const rest = fateOfWords(stops[i]! & ~bit, holds[i]! & ~bit);
        const is = rest === LEFT && fates[i] === LEFT;
        const was = fateOfWords(stops[i]!, holds[i]!) === LEFT;
        if (is) way.through++;
        if (is !== was) (is ? way.gained : way.lost).push(columns.numbers[i]!);
      }
      ways.push(way);
    }
  return ways;
}

/** A work and the first day on which it is no longer in the window. */
export interface Leaving {
  work: number;
  /** Day number: before it, it is certainly in the window; on it, it may be out. */
  day: number;
}

/**
 * Works that leave the window of a recency limiter within some days after the as-of date, the first to leave first.
 * @param works numbers of the works to watch, such as those kept
 */
export function leavingWorks(run: SieveRun, k: number, asOf: number, days: number, works: ReadonlySet<number>): Leaving[] {
  const { test } = run.sieve[k]!;
  if (test.kind !== 'recency' || test.window.count === 'fixed') return [];
  const { window } = test;
  const { from } = run.columns.dates[test.date];
  const found: Leaving[] = [];
  run.columns.numbers.forEach((work, i) => {
    if (!works.has(work)) return;
    const first = from[i]!;
    if (first === NO_DATE.from) return;
    const day = window.count === 'to-the-day' ? dayAfter(first, window.years) : dayNumber(yearOfDay(first) + window.years + 1, 1, 1);
    if (day > asOf && day <= asOf + days) found.push({ work, day });
  });
  return found.sort((a, b) => a.day - b.day || a.work - b.work);
}

/** The first as-of date at which a day lies more than so many years back. */
function dayAfter(first: number, years: number): number {
  let day = minusYears(first, -years) + 1;
  while (minusYears(day, years) <= first) day++;
  return day;
}
