import fc from 'fast-check';
import { compileQuery } from './compile';
import { parseQuery } from './parse';
import { QueryError } from './syntax';
import { normalised } from './text';
import { matchesMask } from './words';

const found = (query: string, text: string) =>
  compileQuery(parseQuery(query))({ texts: (f) => (f === 'title' ? [normalised(text)] : null), years: () => null }) === 2;

/** The same written as a regular expression, which is right and may take for ever: what the matcher is held against. */
const asPattern = (mask: string) => mask.replace(/\*+/g, '[^ ]*').replace(/\?/g, '[^ ]');

const letters = (most: number) => fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: most });
const masks = fc.string({ unit: fc.constantFrom('a', 'b', '*', '?'), minLength: 1, maxLength: 7 }).filter((m) => /[ab]/.test(m));
const texts = fc.array(letters(6), { maxLength: 12 }).map((words) => normalised(words.join(' ')));

test('a mask finds what the pattern of it finds', () => {
  fc.assert(
    fc.property(letters(9), masks, (word, mask) => {
      expect(matchesMask(word, mask)).toBe(new RegExp(`^${asPattern(mask)}$`).test(word));
    }),
    { numRuns: 5000 },
  );
});

test('phrases with masks and anchors find what the pattern of them finds', () => {
  const phrases = fc.tuple(fc.array(masks, { minLength: 1, maxLength: 3 }), fc.boolean(), fc.boolean());
  fc.assert(
    fc.property(texts, phrases, (text, [words, begins, ends]) => {
      const pattern = new RegExp(`${begins ? '^' : ''} ${words.map(asPattern).join(' ')} ${ends ? '$' : ''}`);
      expect(found(`title = "${begins ? '^' : ''}${words.join(' ')}${ends ? '^' : ''}"`, text)).toBe(pattern.test(text));
    }),
    { numRuns: 3000 },
  );
});

test('words near each other are those that the pattern finds', () => {
  fc.assert(
    fc.property(texts, masks, masks, fc.integer({ min: 1, max: 5 }), fc.boolean(), (text, a, b, distance, ordered) => {
      const between = `(?: [^ ]+){0,${distance - 1}}`;
      const [x, y] = [asPattern(a), asPattern(b)];
      const there = new RegExp(` ${x}${between} ${y} `).test(text);
      const back = new RegExp(` ${y}${between} ${x} `).test(text);
      const query = `title = "${a}" prox/distance<=${distance}${ordered ? '/ordered' : ''} title = "${b}"`;
      expect(found(query, text)).toBe(there || (!ordered && back));
    }),
    { numRuns: 3000 },
  );
});

test('a mask of many stars on a word made for it is answered, not tried in every way', () => {
  // As a pattern this takes longer than anybody waits: the number of ways grows with the eighth power of the word.
  expect(found(`title = "${'a*'.repeat(8)}b"`, 'a'.repeat(30_000))).toBe(false);
  expect(found(`title = "${'a*'.repeat(8)}b"`, `${'a'.repeat(30_000)}b`)).toBe(true);
  expect(found(`title = "${'a* '.repeat(60)}b"`, 'a '.repeat(10_000))).toBe(false);
});

test.each([
  ['a word longer than any', 'x'.repeat(101), /at most 100/],
  ['more words than any phrase', `"${'nap '.repeat(201)}"`, /at most 200/],
])('%s is refused in words, at its place', (_, query, message) => {
  let thrown: unknown;
  try {
    compileQuery(parseQuery(`title = ${query}`));
  } catch (error) {
    thrown = error;
  }
  expect(thrown).toBeInstanceOf(QueryError);
  expect((thrown as QueryError).problem).toMatchObject({ message: expect.stringMatching(message), from: 8 });
});
