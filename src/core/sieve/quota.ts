import { bitCount, type Mask } from '@/core/vocabularies';
import type { MaskAxis } from './columns';
import { fateOfWords, type SieveRun } from './runner';
import { LEFT } from './verdict';

export interface Quota {
  /** Works that are through and certainly have an allowed value. */
  through: number;
  /** Works that could make up for what is missing, the nearest first: through or held ones that only may have an
   *  allowed value, then those that one limiter stops. */
  nearest: number[];
}

const MOST_NEAREST = 20;

/** How far a criterion that asks for a number of works is met by what the sieve lets through. */
export function quotaOf({ columns, stops, holds }: SieveRun, axis: MaskAxis, allowed: Mask): Quota {
  const masks = columns.all[axis];
  let through = 0;
  const near: { work: number; distance: number }[] = [];
  for (let i = 0; i < masks.length; i++) {
    const mask = masks[i]!;
    if ((mask & allowed) === 0) continue;
    const certain = (mask & ~allowed) === 0;
    if (certain && fateOfWords(stops[i]!, holds[i]!) === LEFT) through++;
    else if (bitCount(stops[i]!) <= 1)
      near.push({ work: columns.numbers[i]!, distance: bitCount(stops[i]!) * 100 + bitCount(holds[i]!) * 2 + (certain ? 0 : 1) });
  }
  near.sort((a, b) => a.distance - b.distance || a.work - b.work);
  return { through, nearest: near.slice(0, MOST_NEAREST).map((n) => n.work) };
}
