/** Whole numbers in memory that threads can share, where there is such memory: browsers keep it from most pages. */
export const sharedNumbers = (length: number): Uint32Array =>
  typeof SharedArrayBuffer === 'undefined' ? new Uint32Array(length) : new Uint32Array(new SharedArrayBuffer(4 * length));

/** The same numbers with room for more. */
export function largerNumbers(list: Uint32Array, length: number): Uint32Array {
  const more = sharedNumbers(length);
  more.set(list);
  return more;
}
