import fc from 'fast-check';
import { isTooDeep, parseJson } from './read-json';

const depthOf = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0;

test('how deep a text nests is how deep its value does', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 9 }), fc.nat(9), (value, most) => {
      expect(isTooDeep(JSON.stringify(value), most)).toBe(depthOf(value) > most);
    }),
    { numRuns: 2000 },
  );
});
test('a text of brackets alone is refused before it is parsed', () => {
  expect(parseJson('['.repeat(8_000_000))).toBeUndefined();
  expect(parseJson('{"a":'.repeat(1_000_000))).toBeUndefined();
  expect(parseJson('{"a": "[[[[')).toBeUndefined();
  expect(parseJson('{"a": "[[[["}')).toEqual({ a: '[[[[' });
});
