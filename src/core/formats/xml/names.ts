/** A name as it is written, and without its prefix: '' when it is none. */
export interface Named {
  written: string;
  name: string;
}

const NAME = /^[A-Za-z_\u00c0-\uffff][\w.\-:\u00b7-\uffff]*$/;

/** The name without its prefix, '' when it is none. */
export const nameOf = (name: string): string => (NAME.test(name) ? local(name) : '');

const local = (name: string): string => (name.includes(':') ? name.slice(name.indexOf(':') + 1) : name);

/** Documents have few names, and nearly every one of them was seen before. */
const MOST_KNOWN = 1000;
const known = new Map<number, Named>();

/** The number of a name's letters so far, with one more. */
export const nextLetter = (hash: number, letter: number): number => (Math.imul(hash, 31) + letter) | 0;

/**
 * A name by its place in a text. Where it was seen before, nothing is cut from the text.
 * @param hash the number of its letters
 */
export function namedAt(text: string, from: number, to: number, hash: number): Named {
  const before = known.get(hash);
  if (before && before.written.length === to - from && text.startsWith(before.written, from)) return before;
  // A slice of a large text would keep all of it alive.
  const written = ` ${text.slice(from, to)}`.slice(1);
  const named = { written, name: nameOf(written) };
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(hash, named);
  return named;
}
