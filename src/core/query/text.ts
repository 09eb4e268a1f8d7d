/** Text as queries see it: small letters without accents, every word between single blanks, one at each end. */
export const normalised = (text: string): string =>
  ` ${text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()} `;

/** The words of a term; `*` and `?` are masks, a backslash makes the next character plain, `^` at an end is an anchor. */
export function wordsOf(term: string): string[] {
  const plain = term
    .trim()
    .replace(/^\^/, '')
    .replace(/(?<!\\)\^$/, '');
  return (
    plain
      .normalize('NFKD')
      .replace(/\p{M}+/gu, '')
      .toLowerCase()
      // A masked character is part of its word; an escaped one is a sign like any other, and parts words.
      .replace(/\\./g, ' ')
      .split(/[^\p{L}\p{N}*?]+/u)
      .filter((w) => w !== '')
  );
}
