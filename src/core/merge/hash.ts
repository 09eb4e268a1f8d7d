export const FNV_START = 0x811c9dc5;
export const FNV_PRIME = 0x01000193;

/** FNV-1a of a text, 32 bits. @source Fowler, Noll, Vo; the offset and prime of its 32-bit form, from memory */
export function hashText(text: string): number {
  let h = FNV_START;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), FNV_PRIME);
  return h >>> 0;
}

/** A number of 53 bits for a text: among a million of them two are the same once in twenty thousand times. */
export function wideHash(text: string): number {
  let [a, b] = [FNV_START, mix(text.length)];
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    a = Math.imul(a ^ c, FNV_PRIME);
    b = Math.imul(b ^ c, 0x85ebca6b);
    b ^= b >>> 13;
  }
  return (a >>> 0) * 2 ** 21 + (mix(b) >>> 11);
}

/** Stirs the bits of a number, so that neighbours come to lie far apart: the finaliser of MurmurHash3. */
export function mix(value: number): number {
  let h = value | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}
