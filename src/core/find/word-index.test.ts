import fc from 'fast-check';
import { findPlaces, wantedOf } from './find-places';
import { WordIndex } from './word-index';

type Text = readonly [title: string, rest: string];

function indexOf(texts: readonly Text[]): WordIndex {
  const index = new WordIndex();
  for (const [title, rest] of texts) index.put(title, rest);
  return index;
}

const found = (texts: readonly Text[], words: readonly string[]) => {
  const index = indexOf(texts);
  return [...findPlaces(index.size, wantedOf(words).runs, [...index.words()])];
};

/** What it has to say, found by reading every text. */
const byReading = (texts: readonly Text[], words: readonly string[]) =>
  texts.map(([title, rest]) => {
    const all = (text: string) => words.every((w) => text.toLowerCase().includes(w.toLowerCase()));
    return all(title) ? 2 : all(`${title} ${rest}`) ? 1 : 0;
  });

const word = fc.string({ unit: fc.constantFrom('a', 'b', 'ö', 'N', '1'), minLength: 1, maxLength: 4 });
const text = fc.array(word, { maxLength: 8 }).map((words) => words.join(' '));

test('an index finds what reading finds, in titles and in the rest', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(text, text), { maxLength: 30 }), fc.array(word, { minLength: 1, maxLength: 3 }), (texts, words) => {
      expect(wantedOf(words).sure).toBe(true);
      expect(found(texts, words)).toEqual(byReading(texts, words));
    }),
  );
});

test('of the words only those with a wanted run in them are needed', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(text, text), { maxLength: 20 }), fc.array(word, { minLength: 1, maxLength: 3 }), (texts, words) => {
      const { runs } = wantedOf(words);
      const index = indexOf(texts);
      const some = [...index.words()].filter((w) => runs.some((run) => w.word.includes(run)));
      expect([...findPlaces(index.size, runs, some)]).toEqual(byReading(texts, words));
    }),
  );
});

test('words with other signs are told by their parts, to be looked up', () => {
  const texts = [
    ['Light-shift work', ''],
    ['Shift work by light', ''],
    ['Night work', 'light'],
  ] as const;
  expect(wantedOf(['light-shift'])).toEqual({ runs: ['light', 'shift'], sure: false });
  expect(found(texts, ['light-shift'])).toEqual([2, 2, 0]);
  expect(wantedOf(['…'])).toEqual({ runs: [], sure: false });
  expect(found(texts, ['…'])).toEqual([2, 2, 2]);
});

test('gaps of any length come back', () => {
  const rare = [0, 1, 127, 128, 129, 16_383, 16_384, 40_000];
  const texts = Array.from({ length: 40_001 }, (_, place): Text => [rare.includes(place) ? 'rare' : 'x', '']);
  expect(found(texts, ['are']).flatMap((n, place) => (n ? [place] : []))).toEqual(rare);
});
