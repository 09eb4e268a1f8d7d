import { hashText, mix } from './hash';
import type { Prepared } from './prepare';
import { contentWords } from './titles';

/** A record number fits into 21 bits beside a hash of 32 in a whole number of 53. */
const PLACES = 2 ** 21;
const ENDS = 'ends';
const SEEDS = [0x1b873593, 0x2545f491, 0x3c6ef372, 0x5bd1e995];

/**
 * Under which keys a record is looked for. Two records are compared when they share one: an identifier, the title, its
 * beginning, two words of it chosen by chance (the same for all) within a year and a letter of the first author, the
 * first author with the page, or the volume with the page.
 */
export function blockKeys({ keys, titles, bits }: Prepared): number[] {
  const found: number[] = [];
  const add = (kind: string, ...parts: (string | number)[]) => found.push(hashText(`${kind}|${parts.join('|')}`));
  if (keys.doi) add('doi', keys.doi);
  if (keys.pmid) add('pmid', keys.pmid);
  if (keys.first) {
    if (keys.people[0]) add('author', keys.people[0][0], keys.first);
    if (keys.volume) add('volume', keys.volume, keys.first);
  }
  for (const { squashed, generic, words, content: hashes } of titles) {
    if (!squashed) continue;
    if (generic) {
      // Items that share such a title are looked for where they stand.
      if (keys.container) add('generic', squashed, keys.container, keys.first || keys.people[0]?.[0] || '');
      continue;
    }
    add('title', squashed);
    const content = contentWords(words);
    if (content.length >= 4) add(ENDS, ...content.slice(0, 4));
    if (hashes.length < 3 || bits === 0) continue;
    const initial = keys.people[0]?.[0].charCodeAt(0) || 0;
    const years = keys.years ? [keys.years[0], keys.years[1] + 1] : [0];
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
      for (let year = years[0]!; year <= (years[1] ?? years[0]!); year++) found.push(mix(pair ^ year));
    }
  }
  return [...new Set(found)];
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

/** @throws RangeError for more records than one review can hold (two million) */
export function buildBlocks(records: readonly Prepared[]): Blocks {
  if (records.length > PLACES) throw new RangeError(`At most ${PLACES} records can be merged.`);
  const starts = new Uint32Array(records.length + 1);
  const lists = records.map(blockKeys);
  lists.forEach((keys, i) => {
    starts[i + 1] = starts[i]! + keys.length;
  });
  const total = starts[records.length]!;
  const sorted = new Float64Array(total);
  let n = 0;
  lists.forEach((keys, i) => {
    for (const key of keys) sorted[n++] = key * PLACES + i;
  });
  sorted.sort();
  const members = new Uint32Array(total);
  const [places, sizes] = [new Uint32Array(total), new Uint32Array(total)];
  const filled = starts.slice();
  for (let from = 0; from < total; ) {
    const key = Math.floor(sorted[from]! / PLACES);
    let to = from;
    while (to < total && Math.floor(sorted[to]! / PLACES) === key) to++;
    for (let k = from; k < to; k++) {
      const record = sorted[k]! - key * PLACES;
      members[k] = record;
      const at = filled[record]!++;
      places[at] = from;
      sizes[at] = to - from;
    }
    from = to;
  }
  return { members, starts, places, sizes };
}
