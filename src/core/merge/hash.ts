export const FNV_START = 0x811c9dc5;
export const FNV_PRIME = 0x01000193;

/** FNV-1a of a text, 32 bits. @source Fowler, Noll, Vo; the offset and prime of its 32-bit form, from memory */
export function hashText(text: string): number {
  let h = FNV_START;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), FNV_PRIME);
  return h >>> 0;
}

/** Stirs the bits of a number, so that neighbours come to lie far apart: the finaliser of MurmurHash3. */
export function mix(value: number): number {
  let h = value | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}
