import { z } from 'zod';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { bitCount, labelsOf, maskOf } from '@/core/vocabularies';
import { type Columns, MASK_AXES, type MaskAxis } from './columns';
import { axisValues } from './kinds/coded';
import { windowOf } from './kinds/recency';
import { fateOfWords, type SieveRun } from './runner';
import { LEFT } from './verdict';

/**
 * "At least so many sources that are all of this": values on several axes, and how new they must be. It is counted, and
 * is never a reason for excluding a single source.
 */
export const quotaSchema = z
  .strictObject({
    atLeast: z.int().min(1).max(1000),
    all: z.array(z.strictObject({ axis: z.enum(MASK_AXES), allowed: z.array(z.string().max(60)).min(1).max(40) })).max(MASK_AXES.length),
    /** First public within so many years before the as-of date, to the day; null when it may be of any age. */
    years: z.int().min(1).max(200).nullable(),
  })
  .refine((q) => new Set(q.all.map((a) => a.axis)).size === q.all.length, { error: 'an axis stands twice' });
export type Quota = z.infer<typeof quotaSchema>;

/** Of a work: cannot count towards a quota, may count, counts for certain. */
export const NO = 0;
export const MAY = 1;
export const CERTAIN = 2;

/** Values that there are: a scheme that was changed for another may not have the level that was asked for, and none counts. */
const maskIn = (axis: MaskAxis, allowed: readonly string[], scheme: EvidenceScheme) => {
  const values = axisValues(axis, scheme);
  return maskOf(
    values,
    allowed.filter((code) => values.some((v) => v.code === code)),
  );
};

/**
 * Whether each work counts towards a quota, by everything that is known of it.
 * @returns NO, MAY or CERTAIN for each index of the columns
 * @param asOf day number that the years are counted back from
 */
export function countsTowards({ all, years }: Quota, columns: Columns, scheme: EvidenceScheme, asOf: number): Uint8Array {
  const counts = new Uint8Array(columns.numbers.length).fill(CERTAIN);
  for (const { axis, allowed } of all) {
    const mask = maskIn(axis, allowed, scheme);
    const values = columns.all[axis];
    const axisBit = 1 << MASK_AXES.indexOf(axis);
    for (let i = 0; i < counts.length; i++) {
      const own = values[i]!;
      const here = (own & mask) === 0 ? NO : (own & ~mask) === 0 && (columns.conflicts[i]! & axisBit) === 0 ? CERTAIN : MAY;
      if (here < counts[i]!) counts[i] = here;
    }
  }
  if (years === null) return counts;
  const { from } = windowOf({ count: 'to-the-day', years }, asOf);
  const { earliest } = columns.dates;
  for (let i = 0; i < counts.length; i++) {
    const here = earliest.to[i]! < from ? NO : earliest.from[i]! >= from ? CERTAIN : MAY;
    if (here < counts[i]!) counts[i] = here;
  }
  return counts;
}

/** What a quota counts, in words: "refereed; first public in the last 5 years". */
export function quotaWords({ all, years }: Quota, scheme: EvidenceScheme): string {
  const parts = all.map(({ axis, allowed }) => {
    const labels = labelsOf(axisValues(axis, scheme), maskIn(axis, allowed, scheme)).map((l) => l.toLowerCase());
    if (labels.length === 0) return `${AXIS_LABELS[axis].toLowerCase()} “${allowed.join('”, “')}”, which is not in use here`;
    return axis === 'level' ? `${AXIS_LABELS[axis].toLowerCase()} ${labels.join(' or ')}` : labels.join(' or ');
  });
  if (years !== null) parts.push(`first public in the last ${years} ${years === 1 ? 'year' : 'years'}`);
  return parts.join('; ') || 'of any kind';
}

/** How far a quota is met by what the sieve lets through, whatever was decided. */
export interface QuotaMet {
  /** Works that are through and certainly count; that are through or held and may count. */
  through: number;
  possible: number;
  /** Works that could make up for what is missing, the nearest first: through or held ones that only may count, then
   *  those that one limiter stops. */
  nearest: number[];
}

const MOST_NEAREST = 20;

/** @param counts as `countsTowards` gives them for the run's columns */
export function quotaOf({ columns, stops, holds }: SieveRun, counts: Uint8Array): QuotaMet {
  let [through, possible] = [0, 0];
  const near: { work: number; distance: number }[] = [];
  for (let i = 0; i < counts.length; i++) {
    if (counts[i] === NO) continue;
    const certain = counts[i] === CERTAIN;
    if (certain && fateOfWords(stops[i]!, holds[i]!) === LEFT) {
      through++;
      continue;
    }
    if (stops[i] === 0) possible++;
    if (bitCount(stops[i]!) <= 1)
      near.push({ work: columns.numbers[i]!, distance: bitCount(stops[i]!) * 100 + bitCount(holds[i]!) * 2 + (certain ? 0 : 1) });
  }
  near.sort((a, b) => a.distance - b.distance || a.work - b.work);
  return { through, possible, nearest: near.slice(0, MOST_NEAREST).map((n) => n.work) };
}
