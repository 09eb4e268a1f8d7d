import fc from 'fast-check';
import { emptyRecord } from './bib-record';
import { literalPattern } from './literal';
import { MOST_READ, readable, readableNotes } from './readable';

const withTexts = (title: string, abstract: string) => ({ ...emptyRecord('ris'), title, abstract });

test('a record of usual length is read as it is', () => {
  const record = withTexts('Mats for tilers', 'We measured pain. It fell.');
  expect(readable(record)).toBe(record);
  const notes = ['Peer reviewed', 'Thesis (PhD)'];
  expect(readableNotes(notes)).toBe(notes);
});
test('of longer fields the beginning is read, every character in its place, and no sentence goes on for ever', () => {
  const words = fc.string({ unit: fc.constantFrom('a', 'b', ' ', ' ', '.', '\n'), minLength: 0, maxLength: 30 });
  fc.assert(
    fc.property(words, fc.integer({ min: 1, max: 900 }), (piece, times) => {
      const text = piece.repeat(times);
      const { title, abstract } = readable(withTexts(text, text));
      expect(title.length).toBe(Math.min(text.length, MOST_READ.title));
      expect(abstract.length).toBe(Math.min(text.length, MOST_READ.abstract));
      for (const sentence of abstract.split('.')) expect(sentence.length).toBeLessThanOrEqual(800);
      // Nothing but a blank, or in a word that never ends a letter, gives way to a stop.
      const changed = [...abstract].filter((c, i) => c !== text[i]);
      expect(changed.every((c) => c === '.')).toBe(true);
      if (text.split('.').every((s) => s.length <= 800)) expect(abstract).toBe(text.slice(0, MOST_READ.abstract));
    }),
  );
});
test('lists without end are read to a bound', () => {
  expect(readableNotes(Array(5000).fill('n'.repeat(9000)))).toHaveLength(100);
  expect(readable({ ...emptyRecord('ris'), headings: Array(5000).fill('h') }).headings).toHaveLength(500);
});
test.each(['follow-up', 'a.b*c', '(x)', '[y]', '$1', 'back\\slash', '^{2}|3/4'])(
  '%s as a pattern finds itself and nothing else',
  (text) => {
    for (const flags of ['', 'u', 'iu']) {
      const pattern = new RegExp(`^${literalPattern(text)}$`, flags);
      expect(pattern.test(text)).toBe(true);
      expect(pattern.test(`${text}x`)).toBe(false);
      expect(pattern.test(text.replace(/[^\w]/, 'z'))).toBe(false);
    }
  },
);
