import { hashText, mix } from './hash';
import type { MergeKeys } from './merge-keys';
import { isGenericTitle } from './normalise';
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

/** Records by the keys they share. */
export interface Blocks {
  /** Record numbers, block after block; within a block in their order. */
  members: Uint32Array;
  /** For each record, from `starts[i]` to `starts[i + 1]` in `places`: where its blocks begin and end in `members`. */
  starts: Uint32Array;
  places: Uint32Array;
  /** Number of members of each place's block. */
  sizes: Uint32Array;
}

/**
 * @param lists the keys of each record
 * @throws RangeError for more records than one review can hold (two million)
 */
export function buildBlocks(lists: readonly (readonly number[])[]): Blocks {
  if (lists.length > PLACES) throw new RangeError(`At most ${PLACES} records can be merged.`);
  const starts = new Uint32Array(lists.length + 1);
  const entries: number[] = [];
  for (let i = 0; i < lists.length; i++) {
    for (const key of lists[i]!) entries.push(key * PLACES + i);
    starts[i + 1] = entries.length;
  }
  const total = entries.length;
  const sorted = Float64Array.from(entries).sort();
  const members = new Uint32Array(total);
  const [places, sizes] = [new Uint32Array(total), new Uint32Array(total)];
  const filled = starts.slice();
  for (let begin = 0; begin < total; ) {
    const key = Math.floor(sorted[begin]! / PLACES);
    let end = begin;
    while (end < total && Math.floor(sorted[end]! / PLACES) === key) end++;
    for (let k = begin; k < end; k++) {
      const record = sorted[k]! - key * PLACES;
      members[k] = record;
      const at = filled[record]!++;
      places[at] = begin;
      sizes[at] = end - begin;
    }
    begin = end;
  }
  return { members, starts, places, sizes };
}
