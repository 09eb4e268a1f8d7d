import { hashText, mix } from './hash';
import type { MergeKeys } from './merge-keys';
import { isGenericTitle } from './normalise';
import { sharedNumbers } from './shared-numbers';
import { contentWords, wordsOf } from './titles';

/** A record number fits into 21 bits beside a hash of 32 in a whole number of 53. */
const PLACES = 2 ** 21;
const SEEDS = [0x1b873593, 0x2545f491, 0x3c6ef372, 0x5bd1e995];

/**
 * Under which keys a record is looked for. Two records are compared when they share one: an identifier, the title, its
 * beginning, two words of it chosen by chance (the same for all) within a year and a letter of the first author, the
 * first author with the page, or the volume with the page.
 */
export function blockKeys(keys: MergeKeys): number[] {
  const found: number[] = [];
  if (keys.doi) found.push(hashText(`doi|${keys.doi}`));
  if (keys.pmid) found.push(hashText(`pmid|${keys.pmid}`));
  if (keys.first) {
    if (keys.people[0]) found.push(hashText(`author|${keys.people[0][0]}|${keys.first}`));
    if (keys.volume) found.push(hashText(`volume|${keys.volume}|${keys.first}`));
  }
  for (const title of keys.titles) {
    if (!title) continue;
    const words = wordsOf(title);
    if (isGenericTitle(title)) {
      // Items that share such a title are looked for where they stand.
      if (keys.container) found.push(hashText(`generic|${words.join('')}|${keys.container}|${keys.first || keys.people[0]?.[0] || ''}`));
      continue;
    }
    found.push(hashText(`title|${words.join('')}`));
    const content = contentWords(words);
    if (content.length >= 4) found.push(hashText(`ends|${content.slice(0, 4).join('|')}`));
    chosenWords(content, keys, found);
  }
  return [...new Set(found)];
}

/** Keys of two words each: where a word is mistyped or left out, the others still meet. */
function chosenWords(content: readonly string[], keys: MergeKeys, found: number[]) {
  const hashes = [...new Set(content)].map(hashText);
  if (hashes.length < 3) return;
  const initial = keys.people[0]?.[0].charCodeAt(0) || 0;
  const [from, to] = keys.years ? [keys.years[0], keys.years[1] + 1] : [0, 0];
  for (const seed of SEEDS) {
    let [least, second] = [0xffffffff, 0xffffffff];
    for (const hash of hashes) {
      const h = mix(hash ^ seed);
      if (h < least) {
        second = least;
        least = h;
      } else if (h < second && h !== least) second = h;
    }
    const pair = mix(least ^ mix(second ^ initial));
    for (let year = from; year <= to; year++) found.push(mix(pair ^ year));
  }
}

/** Blocks of more records than this are too common a key to tell anything: what is in them is looked for under other keys. */
export const MOST_IN_BLOCK = 1000;

/** Records by the keys they share: blocks of two at least, and of no more than tell something. In memory that threads can share. */
export interface Blocks {
  /** Record numbers, block after block; within a block in their order. */
  members: Uint32Array;
  /** Where each block begins in `members`; behind the last, where it ends. */
  begins: Uint32Array;
  /** For each record, from `starts[i]` to `starts[i + 1]` in `places`: the numbers of its blocks, ascending. */
  starts: Uint32Array;
  places: Uint32Array;
}

/**
 * @param count of the records
 * @param keysOf the keys of each; none of those that are not looked for
 * @param from a block that is too large only because of records from this place on makes what was found before wrong
 * @returns null in that case
 * @throws RangeError for more records than one review can hold (two million)
 */
export function buildBlocks(count: number, keysOf: (record: number) => ArrayLike<number>, from = 0): Blocks | null {
  const sorted = sortedEntries(count, keysOf);
  const members = sharedNumbers(sorted.length);
  const begins: number[] = [];
  const starts = sharedNumbers(count + 1);
  let filled = 0;
  for (let begin = 0; begin < sorted.length; ) {
    const key = Math.floor(sorted[begin]! / PLACES);
    let end = begin + 1;
    while (end < sorted.length && Math.floor(sorted[end]! / PLACES) === key) end++;
    const size = end - begin;
    if (size > MOST_IN_BLOCK && from > 0) {
      let old = 0;
      for (let k = begin; k < end; k++) if (sorted[k]! - key * PLACES < from) old++;
      if (old <= MOST_IN_BLOCK && old > 0) return null;
    }
    if (size > 1 && size <= MOST_IN_BLOCK) {
      begins.push(filled);
      for (let k = begin; k < end; k++) {
        const record = sorted[k]! - key * PLACES;
        members[filled++] = record;
        starts[record + 1]!++;
      }
    }
    begin = end;
  }
  for (let i = 0; i < count; i++) starts[i + 1]! += starts[i]!;
  const places = sharedNumbers(filled);
  const at = starts.slice();
  for (let block = 0; block < begins.length; block++)
    for (let k = begins[block]!; k < (begins[block + 1] ?? filled); k++) places[at[members[k]!]!++] = block;
  const ends = sharedNumbers(begins.length + 1);
  ends.set(begins);
  ends[begins.length] = filled;
  return { members: members.subarray(0, filled), begins: ends, starts, places };
}

/** Keys of all records, each with its record, sorted by the key. */
function sortedEntries(count: number, keysOf: (record: number) => ArrayLike<number>): Float64Array {
  if (count > PLACES) throw new RangeError(`At most ${PLACES} records can be merged.`);
  let total = 0;
  for (let i = 0; i < count; i++) total += keysOf(i).length;
  const entries = new Float64Array(total);
  for (let i = 0, at = 0; i < count; i++) {
    const keys = keysOf(i);
    for (let k = 0; k < keys.length; k++) entries[at++] = keys[k]! * PLACES + i;
  }
  return entries.sort();
}
