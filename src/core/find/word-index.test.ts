import fc from 'fast-check';
import { WordIndex } from './word-index';

/** What it has to say, found by reading every text. */
function byReading(texts: ReadonlyMap<number, [string, string]>, words: readonly string[]): number[] {
  const all = (text: string) => words.every((w) => text.toLowerCase().includes(w.toLowerCase()));
  const found = [...texts].filter(([, [title, rest]]) => all(`${title} ${rest}`)).map(([key]) => key);
  const inTitle = (key: number) => all(texts.get(key)![0]);
  return found.sort((a, b) => Number(inTitle(b)) - Number(inTitle(a)) || a - b);
}

const word = fc.string({ unit: fc.constantFrom('a', 'b', 'ö', 'N', '1'), minLength: 1, maxLength: 4 });
const text = fc.array(word, { maxLength: 8 }).map((words) => words.join(' '));

test('it finds what reading every text finds, also after texts were replaced and taken away', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(6), text, text), { maxLength: 30 }),
      fc.array(fc.nat(6), { maxLength: 3 }),
      fc.array(word, { minLength: 1, maxLength: 3 }),
      (puts, drops, words) => {
        const index = new WordIndex();
        const texts = new Map<number, [string, string]>();
        for (const [key, title, rest] of puts) {
          index.put(key, title, rest);
          texts.set(key, [title, rest]);
        }
        for (const key of drops) {
          index.drop(key);
          texts.delete(key);
        }
        expect(index.find(words)).toEqual({ keys: byReading(texts, words), sure: true });
        expect(index.size).toBe(texts.size);
      },
    ),
  );
});

test('words with other signs are told by their parts, to be looked up', () => {
  const index = new WordIndex();
  index.put(1, 'Light-shift work', '');
  index.put(2, 'Shift work by light', '');
  index.put(3, 'Night work', 'light');
  expect(index.find(['light-shift'])).toEqual({ keys: [1, 2], sure: false });
  expect(index.find(['…'])).toEqual({ keys: [1, 2, 3], sure: false });
});

test('gaps of any length come back', () => {
  const index = new WordIndex();
  const rare = [0, 1, 127, 128, 129, 16_383, 16_384, 40_000];
  for (let key = 0; key <= 40_000; key++) index.put(key, rare.includes(key) ? 'rare' : 'x', '');
  expect(index.find(['are']).keys).toEqual(rare);
});
