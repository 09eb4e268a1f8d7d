/** Whole numbers in memory that threads can share. */
export const sharedNumbers = (length: number): Uint32Array => new Uint32Array(new SharedArrayBuffer(4 * length));

/** The same numbers with room for more. */
export function largerNumbers(list: Uint32Array, length: number): Uint32Array {
  const more = sharedNumbers(length);
  more.set(list);
  return more;
}
