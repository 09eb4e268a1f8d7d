import fc from 'fast-check';
import { isSame, mergeEdits } from './merge-edits';

test.each<[string, unknown, unknown, unknown, unknown, number]>([
  ['each changed another field', { a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 2 }, { a: 2, b: 2 }, 0],
  ['both changed one field alike', { a: 1 }, { a: 2 }, { a: 2 }, { a: 2 }, 0],
  ['both changed one field, each its way', { a: 1, b: 1 }, { a: 2, b: 1 }, { a: 3, b: 9 }, { a: 2, b: 9 }, 1],
  ['fields of fields', { p: { x: 1, y: 1 } }, { p: { x: 2, y: 1 } }, { p: { x: 1, y: 2 } }, { p: { x: 2, y: 2 } }, 0],
  ['both added an item', [{ id: 'a' }], [{ id: 'a' }, { id: 'm' }], [{ id: 'a' }, { id: 't' }], [{ id: 'a' }, { id: 'm' }, { id: 't' }], 0],
  [
    'one took an item away, the other changed another',
    [{ id: 'a' }, { id: 'b', n: 1 }],
    [{ id: 'b', n: 1 }],
    [{ id: 'a' }, { id: 'b', n: 2 }],
    [{ id: 'b', n: 2 }],
    0,
  ],
  ['one took away what the other changed', [{ code: 'a', n: 1 }], [], [{ code: 'a', n: 2 }], [{ code: 'a', n: 2 }], 1],
  ['one changed what the other took away', [{ code: 'a', n: 1 }], [{ code: 'a', n: 2 }], [], [{ code: 'a', n: 2 }], 1],
  ['one put them into another order, the other added one', ['a', 'b', 'c'], ['c', 'b', 'a'], ['a', 'b', 'x', 'c'], ['c', 'b', 'x', 'a'], 0],
  ['texts of a list, as a set', ['a', 'b'], ['a', 'b', 'm'], ['b'], ['b', 'm'], 0],
  ['lists whose items nothing tells apart', [[1], [2]], [[1]], [[2]], [[1]], 1],
])('%s', (_, seen, mine, theirs, value, conflicts) => {
  const found = mergeEdits(seen, mine, theirs);
  expect(found.value).toEqual(value);
  expect(found.conflicts).toHaveLength(conflicts);
}); // prettier-ignore

test('a conflict names its place and both versions', () => {
  const { conflicts } = mergeEdits({ c: [{ id: 'k', t: 'was' }] }, { c: [{ id: 'k', t: 'mine' }] }, { c: [{ id: 'k', t: 'theirs' }] });
  expect(conflicts).toEqual([{ path: ['c', 'k', 't'], mine: 'mine', theirs: 'theirs' }]);
});

const items = fc.uniqueArray(fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd'), n: fc.nat(3) }), { selector: (i) => i.id, maxLength: 4 });
const things = fc.record({ title: fc.constantFrom('', 'x', 'y'), items, set: fc.uniqueArray(fc.constantFrom('p', 'q', 'r')) });

test('who changed nothing loses nothing, and whoever saves what is there changes nothing', () => {
  fc.assert(
    fc.property(things, things, (seen, other) => {
      expect(mergeEdits(seen, seen, other)).toEqual({ value: other, conflicts: [] });
      expect(mergeEdits(seen, other, seen)).toEqual({ value: other, conflicts: [] });
      expect(mergeEdits(seen, other, other)).toEqual({ value: other, conflicts: [] });
    }),
  );
});
test('without a conflict both changes are in what comes out, whoever saves first', () => {
  fc.assert(
    fc.property(things, things, things, (seen, mine, theirs) => {
      const [a, b] = [mergeEdits(seen, mine, theirs), mergeEdits(seen, theirs, mine)];
      expect(a.conflicts.length).toBe(b.conflicts.length);
      fc.pre(a.conflicts.length === 0);
      const sorted = (t: typeof seen) => ({
        ...t,
        items: [...t.items].sort((x, y) => (x.id < y.id ? -1 : 1)),
        set: [...t.set].sort(),
      });
      expect(sorted(a.value)).toEqual(sorted(b.value));
      for (const i of mine.items) if (!seen.items.some((s) => s.id === i.id)) expect(a.value.items.some((v) => v.id === i.id)).toBe(true);
      for (const i of theirs.items) if (!seen.items.some((s) => s.id === i.id)) expect(a.value.items.some((v) => v.id === i.id)).toBe(true);
    }),
    { numRuns: 3000 },
  );
});
test.each([
  [{ a: undefined }, {}, true],
  [{ a: 1, b: 2 }, { b: 2, a: 1 }, true],
  [[1, 2], [2, 1], false],
  [null, {}, false],
  ['1', 1, false],
])('%j and %j are the same as JSON: %s', (a, b, same) => expect(isSame(a, b)).toBe(same));
