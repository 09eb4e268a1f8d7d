import { literalsOf } from './literals';
import { Scan } from './scan';

/** Tells in one pass over a text which of many patterns could match it, so that only these need be tried. */
export interface Prefilter {
  scan: Scan;
  /** Numbers of patterns that have no piece to look for: they could match any text. */
  always: readonly number[];
}

/** @param patterns with the number by which each is known */
export function prefilterOf(patterns: Iterable<readonly [number, RegExp]>): Prefilter {
  const words = new Map<string, number[]>();
  const always: number[] = [];
  for (const [number, pattern] of patterns) {
    const pieces = literalsOf(pattern);
    if (!pieces) always.push(number);
    for (const piece of pieces ?? []) {
      const owners = words.get(piece);
      if (owners) owners.push(number);
      else words.set(piece, [number]);
    }
  }
  return { scan: new Scan(words), always };
}
