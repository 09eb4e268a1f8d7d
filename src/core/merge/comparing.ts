import { type Blocks, buildBlocks } from './block';
import { sharedNumbers } from './shared-numbers';
import type { SignedKeys } from './signed-keys';

/** Which records are to be compared with which, in memory that threads can share. */
export interface Comparing {
  /** Only pairs with a record from this place on are judged: those before were judged among themselves. */
  from: number;
  /** Records whose keys are equal in all: for each, the first of them. */
  twin: Uint32Array;
  blocks: Blocks;
}

/**
 * Finds which records share a block.
 * @returns null when only all pairs together can be right: a block grew past its limit with the new records, so that
 *   pairs found before would not be found now
 */
export function comparingOf(keys: SignedKeys, from = 0): Comparing | null {
  const near = from > 0 ? sharers(keys, from) : Int32Array.from({ length: keys.length }, (_, i) => i);
  const twin = twinsOf(keys, near);
  const among = new Uint8Array(keys.length);
  for (const i of near) if (twin[i] === i) among[i] = 1;
  const none = new Uint32Array(0);
  const blocks = buildBlocks(keys.length, (i) => (among[i] ? keys.blocksOf(i) : none), from);
  return blocks && { from, twin, blocks };
}

/** New records, and those before that share a key with one of them: the only ones that a new pair can hold. */
function sharers(keys: SignedKeys, from: number): Int32Array {
  const wanted = new Set<number>();
  for (let i = from; i < keys.length; i++) for (const key of keys.blocksOf(i)) wanted.add(key);
  const found: number[] = [];
  for (let i = 0; i < keys.length; i++) if (i >= from || keys.blocksOf(i).some((key) => wanted.has(key))) found.push(i);
  return Int32Array.from(found);
}

/**
 * Records whose keys are equal in all, each with the first of them: a publication retrieved very often is compared once.
 * @param among places of the records to look at; every other is its own first
 */
function twinsOf(keys: SignedKeys, among: Int32Array): Uint32Array {
  const twin = sharedNumbers(keys.length);
  for (let i = 0; i < twin.length; i++) twin[i] = i;
  // Nearly every print stands for one record: only where it does not is a list made.
  const alike = new Map<number, number | number[]>();
  for (const i of among) {
    const print = keys.printOf(i);
    const others = alike.get(print);
    if (others === undefined) {
      alike.set(print, i);
      continue;
    }
    const list = typeof others === 'number' ? [others] : others;
    const known = list.find((j) => keys.areSame(i, j));
    if (known !== undefined) twin[i] = known;
    else alike.set(print, [...list, i]);
  }
  return twin;
}
