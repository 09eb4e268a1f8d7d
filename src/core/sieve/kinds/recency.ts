import { z } from 'zod';
import { dayNumber, intervalWords, isoToDay, minusYears, readDate, yearOfDay } from '@/core/record';
import { type Columns, DATE_KINDS, NO_DATE } from '../columns';
import type { LimiterKind } from './kind';

const isoDate = z.string().refine((s) => /^\d{4}-\d{2}-\d{2}$/.test(s) && readDate(s) !== null, { error: 'not a date' });

/** Allows a window of days. */
const recencyTest = z.strictObject({
  kind: z.literal('recency'),
  date: z.enum(DATE_KINDS),
  window: z.discriminatedUnion('count', [
    z.strictObject({ count: z.literal('to-the-day'), years: z.int().min(1).max(200) }),
    z.strictObject({ count: z.literal('calendar-years'), years: z.int().min(0).max(200) }),
    z
      .strictObject({ count: z.literal('fixed'), from: isoDate.nullable(), to: isoDate.nullable() })
      .refine((w) => !w.from || !w.to || w.from <= w.to, { error: 'the window ends before it begins' }),
  ]),
});
export type RecencyTest = z.infer<typeof recencyTest>;

/** First and last day of a window. Only a fixed one has an upper bound, so that dates ahead of the as-of date stay. */
export function windowOf(window: RecencyTest['window'], asOf: number): { from: number; to: number } {
  const open = Number.POSITIVE_INFINITY;
  if (window.count === 'to-the-day') return { from: minusYears(asOf, window.years), to: open };
  if (window.count === 'calendar-years') return { from: dayNumber(yearOfDay(asOf) - window.years, 1, 1), to: open };
  return { from: window.from ? isoToDay(window.from) : -open, to: window.to ? isoToDay(window.to) : open };
}

/** In when the whole interval lies in the window, out when none of it does, else can't tell. */
function judgeRecency(test: RecencyTest, asOf: number, columns: Columns, verdicts: Uint8Array) {
  const { from, to } = columns.dates[test.date];
  const window = windowOf(test.window, asOf);
  const [first, last] = [Math.max(window.from, NO_DATE.from), Math.min(window.to, NO_DATE.to)];
  for (let i = 0; i < from.length; i++) {
    const a = from[i]!;
    const b = to[i]!;
    const some = +(b >= first) & +(a <= last);
    verdicts[i] = some + (some & +(a >= first) & +(b <= last));
  }
}

const dayInWords = (day: number): string => intervalWords({ from: day, to: day });

export const DATE_LABELS = {
  earliest: 'first public',
  online: 'first online',
  issue: 'issue date',
  added: 'added to the database',
  version: 'last version',
} as const;

function windowThatPasses(test: RecencyTest, columns: Columns, i: number, asOf: number): string {
  const first = columns.dates[test.date].from[i]!;
  const last = columns.dates[test.date].to[i]!;
  if (first === NO_DATE.from) return 'if a first day of the work were known';
  const { window } = test;
  if (window.count === 'fixed') {
    const { from } = windowOf(window, asOf);
    return first < from ? `if its window began on ${dayInWords(first)} or before` : `if its window ended on ${dayInWords(last)} or later`;
  }
  let years = Math.max(window.years, yearOfDay(asOf) - yearOfDay(first) - 1);
  while (windowOf({ count: window.count, years }, asOf).from > first) years++;
  return `if its window were ${years} years, not ${window.years}`;
}

export const recency: LimiterKind<RecencyTest> = {
  schema: recencyTest,
  judge: (test, _evidence, columns, { asOf }, verdicts) => judgeRecency(test, asOf, columns, verdicts),
  words({ date, window }, { asOf }) {
    const which = DATE_LABELS[date];
    if (window.count === 'fixed')
      return `${which} ${window.from ? dayInWords(isoToDay(window.from)) : 'any day'} to ${window.to ? dayInWords(isoToDay(window.to)) : 'any day'}`;
    const from = dayInWords(windowOf(window, asOf).from);
    const counted = window.count === 'to-the-day' ? 'to the day' : 'by calendar year';
    return `${which}, last ${window.years} ${window.years === 1 ? 'year' : 'years'} ${counted}, from ${from}`;
  },
  wouldPass: (test, _evidence, columns, i, { asOf }) => windowThatPasses(test, columns, i, asOf),
  settledBy: () => 'A date to the month or day: set it where the work is opened.',
  cacheKey: (_test, { asOf }) => asOf,
  unknownCode: () => undefined,
  /** A window that reaches the day of the search had no upper bound there. */
  relate(own, there, { asOf, searchedOn }) {
    const [ours, theirs] = [windowOf(own.window, asOf), windowOf(there.window, searchedOn)];
    const to = theirs.to >= searchedOn ? Number.POSITIVE_INFINITY : theirs.to;
    return { wider: theirs.from < ours.from || to > ours.to, narrower: theirs.from > ours.from || to < ours.to, proxy: false };
  },
  infers: false,
  asksPerson: false,
};
