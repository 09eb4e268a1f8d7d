import { seeded } from '@/testing/seeded';
import { blockListOf, recordsUnder } from './block-list';

test('finds just the records that share a key, as looking through all does', () => {
  const next = seeded(31);
  const key = () => Math.floor(next() * 2 ** 32);
  const common = Array.from({ length: 40 }, key);
  const records = Array.from({ length: 500 }, (_, i) => ({
    no: 1 + i * 3,
    keys: { blocks: Array.from({ length: 6 }, () => (next() < 0.4 ? common[Math.floor(next() * 40)]! : key())) },
  }));
  const list = blockListOf(
    records.map((r) => r.no),
    (place) => records[place]!.keys.blocks,
  );
  for (const wanted of [common.slice(0, 3), [0], [2 ** 32 - 1], records[7]!.keys.blocks, []]) {
    const brute = records.filter((r) => r.keys.blocks.some((b) => wanted.includes(b))).map((r) => r.no);
    expect(recordsUnder(list, wanted)).toEqual(brute);
  }
});
test('the ends of the range, and too many records', () => {
  const list = blockListOf([2 ** 21 - 1, 1], (place) => [[0, 2 ** 32 - 1], [1]][place]!);
  expect(recordsUnder(list, [0])).toEqual([2 ** 21 - 1]);
  expect(recordsUnder(list, [1])).toEqual([1]);
  expect(recordsUnder(list, [2 ** 32 - 1])).toEqual([2 ** 21 - 1]);
  expect(() => blockListOf([2 ** 21], () => [1])).toThrow(RangeError);
});
