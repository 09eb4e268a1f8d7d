import { z } from 'zod';
import { dayNumber, isoToDay, minusYears, readDate, yearOfDay } from '@/core/record';
import { type Columns, DATE_KINDS, NO_DATE } from '../columns';

const isoDate = z.string().refine((s) => /^\d{4}-\d{2}-\d{2}$/.test(s) && readDate(s) !== null, { error: 'not a date' });

/** Allows a window of days. */
export const recencyTest = z.strictObject({
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
export function judgeRecency(test: RecencyTest, asOf: number, columns: Columns, verdicts: Uint8Array) {
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
