/** A key of 32 bits and a record number of 21, in one whole number of 53: so they sort as one. */
const PLACES = 2 ** 21;

/** Which records can be met under which keys, sorted by key. */
export type BlockList = Float64Array;

/**
 * @param records each with its number and the keys it is met under
 * @throws RangeError for a record number beyond two million
 */
export function blockListOf(records: readonly { no: number; keys: { blocks: readonly number[] } }[]): BlockList {
  let size = 0;
  for (const { no, keys } of records) {
    if (no >= PLACES) throw new RangeError(`At most ${PLACES} records can be merged.`);
    size += keys.blocks.length;
  }
  const list = new Float64Array(size);
  let at = 0;
  for (const { no, keys } of records) for (const key of keys.blocks) list[at++] = key * PLACES + no;
  return list.sort();
}

/** Numbers of the records that can be met under one of these keys, ascending. */
export function recordsUnder(list: BlockList, keys: Iterable<number>): number[] {
  const found = new Set<number>();
  for (const key of keys) {
    const end = (key + 1) * PLACES;
    for (let at = firstFrom(list, key * PLACES); at < list.length && list[at]! < end; at++) found.add(list[at]! - key * PLACES);
  }
  return [...found].sort((a, b) => a - b);
}

/** Place of the first that is not below a value. */
function firstFrom(list: BlockList, value: number): number {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (list[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
