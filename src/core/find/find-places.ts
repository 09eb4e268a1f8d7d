import { type IndexedWord, mark, runsOf } from './word-index';

/** What is looked for: which runs of letters and digits must stand in a text, as they are or as parts of longer words. */
export interface Wanted {
  /** In lower case, each once. */
  runs: string[];
  /** False when a word has other signs: its parts are asked for, and whether they stand together is to be looked up. */
  sure: boolean;
}

/** @param words as somebody typed them; one that has neither letter nor digit asks nothing here */
export const wantedOf = (words: readonly string[]): Wanted => ({
  runs: [...new Set(words.flatMap(runsOf))],
  sure: words.every((w) => runsOf(w).join('') === w.toLowerCase()),
});

/**
 * Of some texts those that have all runs, anywhere in them. Case does not count.
 * @param size how many texts there are
 * @param words of their index, at least all those that have one of the runs in them
 * @returns by the text's place 2 for those that have every run in the title, 1 for others that have them, 0 for the rest
 */
export function findPlaces(size: number, runs: readonly string[], words: readonly IndexedWord[]): Uint8Array {
  const text = new Uint8Array(size).fill(1);
  const title = new Uint8Array(size).fill(1);
  for (const run of runs) {
    const [inText, inTitle] = [new Uint8Array(size), new Uint8Array(size)];
    for (const { word, texts, titles } of words) {
      if (!word.includes(run)) continue;
      mark(texts, inText);
      mark(titles, inTitle);
    }
    for (let i = 0; i < size; i++) {
      text[i]! &= inText[i]!;
      title[i]! &= inTitle[i]!;
    }
  }
  for (let i = 0; i < size; i++) text[i]! += title[i]!;
  return text;
}
