import fc from 'fast-check';
import { soundInput, soundText, Unsound } from './sound-input';

test.each([
  ['a\0b', 'ab'],
  ['\ud800', '\ufffd'],
  ['a\udc00b', 'a\ufffdb'],
  ['💥', '💥'],
  ['\udc00\ud800', '\ufffd\ufffd'],
])('%j is kept as %j', (text, kept) => expect(soundText(text)).toBe(kept));

test('what is sound stays as it is, however it is nested', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6, noUnicodeString: false }), (value) => {
      const once = JSON.parse(JSON.stringify(soundInput(shrunk(value))));
      expect(soundInput(once)).toEqual(once);
    }),
  );
});
const shrunk = (value: unknown): unknown => JSON.parse(JSON.stringify(value), (_, v) => (typeof v === 'number' ? v % 1000 : v));

test.each([
  ['a number beyond every column', { works: [2 ** 31] }],
  ['a deep one', JSON.parse('['.repeat(1000) + ']'.repeat(1000))],
])('%s is refused', (_, value) => expect(() => soundInput(value)).toThrow(Unsound));
test('a date that was made here stays one', () => {
  const at = new Date(0);
  expect(soundInput({ at })).toEqual({ at });
});
