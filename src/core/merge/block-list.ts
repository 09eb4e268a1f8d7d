/** A key of 32 bits and a record number of 21, in one whole number of 53: so they sort as one. */
const PLACES = 2 ** 21;

/** Which records can be met under which keys, sorted by key. */
export type BlockList = Float64Array;

/**
 * @param numbers of the records
 * @param keysOf the keys that the record at a place of the list is met under
 * @throws RangeError for a record number beyond two million
 */
export function blockListOf(numbers: readonly number[], keysOf: (place: number) => ArrayLike<number>): BlockList {
  let size = 0;
  for (let i = 0; i < numbers.length; i++) {
    if (numbers[i]! >= PLACES) throw new RangeError(`At most ${PLACES} records can be merged.`);
    size += keysOf(i).length;
  }
  const list = new Float64Array(size);
  let at = 0;
  for (let i = 0; i < numbers.length; i++) {
    const keys = keysOf(i);
    for (let k = 0; k < keys.length; k++) list[at++] = keys[k]! * PLACES + numbers[i]!;
  }
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
