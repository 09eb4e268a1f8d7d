import { literalsOf, secondLiteralsOf } from './literals';
import { Scan } from './scan';

/** Tells in one pass over a text which of many patterns could match it, so that only these need be tried. */
export interface Prefilter {
  scan: Scan;
  /** Numbers of patterns that have no piece to look for: they could match any text. */
  always: readonly number[];
}

/**
 * @param patterns with the number by which each is known, and one by which it is known that a second piece is there, where
 *   that is asked for and there is one
 */
export function prefilterOf(patterns: Iterable<readonly [number: number, pattern: RegExp, second?: number]>): Prefilter {
  const words = new Map<string, number[]>();
  const always: number[] = [];
  const add = (pieces: readonly string[], owner: number) => {
    for (const piece of pieces) {
      const owners = words.get(piece);
      if (owners) owners.push(owner);
      else words.set(piece, [owner]);
    }
  };
  for (const [number, pattern, second] of patterns) {
    const pieces = literalsOf(pattern);
    if (!pieces) always.push(number);
    add(pieces ?? [], number);
    if (second !== undefined) add(secondLiteralsOf(pattern) ?? [], second);
  }
  return { scan: new Scan(words), always };
}
