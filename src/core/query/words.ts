import { QueryError, type SearchTerm } from './syntax';
import { wordsOf } from './text';

/** A word that is looked for. */
export interface WordTest {
  /** With its masks; each `*` stands alone. */
  mask: string;
  /** What every word like it begins with. */
  head: string;
  test(word: string): boolean;
}

/** Longer words and phrases are in no text that anybody wrote; masks are tried against each word of a text. */
const LONGEST_WORD = 100;
const MOST_WORDS = 200;

/**
 * The words of a term as tests, each in time linear in the text.
 * @throws QueryError for a term without words, for a mask without a letter, and beyond the bounds above
 */
export function wordTests(term: SearchTerm): WordTest[] {
  const wrong = (message: string) => new QueryError({ message, from: term.from, to: term.to });
  const words = wordsOf(term.text);
  if (words.length === 0) throw wrong('This term has no letters or digits to look for.');
  if (words.length > MOST_WORDS) throw wrong(`This term has ${words.length} words: at most ${MOST_WORDS} can be looked for together.`);
  return words.map((word) => {
    if (!/[\p{L}\p{N}]/u.test(word)) throw wrong('A mask needs a letter or digit beside it: alone it would find everything.');
    if (word.length > LONGEST_WORD) throw wrong(`A word of ${word.length} letters: at most ${LONGEST_WORD} can be looked for.`);
    return wordTest(word.replace(/\*+/g, '*'));
  });
}

function wordTest(mask: string): WordTest {
  const head = /^[^*?]*/.exec(mask)![0];
  if (head === mask) return { mask, head, test: (word) => word === mask };
  if (mask === `${head}*`) return { mask, head, test: (word) => word.startsWith(head) };
  return { mask, head, test: (word) => matchesMask(word, mask) };
}

/**
 * Whether a word is like a mask, `*` for any letters or none and `?` for one. Only the last `*` is ever gone back to: an
 * earlier one can always be left with the fewest letters. At most word times mask steps.
 */
export function matchesMask(word: string, mask: string): boolean {
  let w = 0;
  let m = 0;
  let star = -1;
  let taken = 0;
  while (w < word.length) {
    if (mask[m] === '*') {
      star = m++;
      taken = w;
    } else if (m < mask.length && (mask[m] === '?' || mask[m] === word[w])) {
      w++;
      m++;
    } else if (star >= 0) {
      m = star + 1;
      w = ++taken;
    } else return false;
  }
  while (mask[m] === '*') m++;
  return m === mask.length;
}

/** The words of a text as `normalised` leaves it. */
export const wordsOfText = (text: string): string[] => {
  const inside = text.slice(1, -1);
  return inside === '' ? [] : inside.split(' ');
};

/** Where in the text the words stand one after another: the places of their first word. */
export function* placesOf(words: readonly string[], tests: readonly WordTest[]): Generator<number> {
  for (let i = 0; i + tests.length <= words.length; i++) if (standsAt(words, tests, i)) yield i;
}

export const standsAt = (words: readonly string[], tests: readonly WordTest[], at: number): boolean =>
  at >= 0 && at + tests.length <= words.length && tests.every(({ test }, j) => test(words[at + j]!));

/**
 * A quick look before a text is cut into words: false where the words cannot stand in it.
 * @param tests words that stand one after another
 */
export function mayHold(tests: readonly WordTest[]): (text: string) => boolean {
  const plain = tests.every((t) => t.mask === t.head);
  const needle = plain ? ` ${tests.map((t) => t.mask).join(' ')} ` : ` ${tests[0]!.head}`;
  return (text) => text.includes(needle);
}
