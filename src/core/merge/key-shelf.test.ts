import { fieldRecords } from '@/testing/field-records';
import { seeded } from '@/testing/seeded';
import { clusterRecords } from './cluster';
import { comparingOf } from './comparing';
import { KeyShelf } from './key-shelf';
import { mergeKeys } from './keys';
import type { MergeKeys } from './merge-keys';
import { type Pair, rangesOf, scoredTogether, scorePairs, scoreRange } from './pairs';
import { PreparedKeys } from './prepare';

const shelfOf = (keys: readonly MergeKeys[]): KeyShelf => {
  const shelf = new KeyShelf();
  for (const k of keys) shelf.add(k);
  return shelf;
};
const withoutBlocks = ({ blocks, ...rest }: MergeKeys) => rest;

/** Records as several databases would list them: many of them again, cut, mistyped, or a year later. */
async function listings(): Promise<MergeKeys[]> {
  const next = seeded(5);
  const records = (await fieldRecords()).map((f) => f.record).filter((_, i) => i % 2 === 0);
  const again = records
    .filter(() => next() < 0.5)
    .map((r) => {
      const title =
        next() < 0.3 ? r.title.slice(0, Math.ceil(r.title.length * 0.8)) : next() < 0.5 ? r.title.replace(/[aeiou]/, 'x') : r.title;
      return { ...r, title, doi: next() < 0.5 ? '' : r.doi, accession: '', volume: next() < 0.2 ? '99' : r.volume };
    });
  return [...records, ...again].map(mergeKeys);
}
const byPlaces = (pairs: readonly Pair[]) => [...pairs].sort((x, y) => x.a - y.a || x.b - y.b);

test('what is taken from a shelf is what was put on it, also where another thread has it', async () => {
  const keys = await listings();
  const shelf = shelfOf(keys);
  const elsewhere = KeyShelf.from(structuredClone(shelf.share()));
  expect([shelf.length, elsewhere.length]).toEqual([keys.length, keys.length]);
  keys.forEach((k, i) => {
    expect(shelf.at(i)).toEqual(withoutBlocks(k));
    expect(elsewhere.at(i)).toEqual(withoutBlocks(k));
    expect([...shelf.blocksOf(i)]).toEqual(k.blocks);
  });
  expect(shelf.at(keys.length)).toBeUndefined();
});

test('records fill one chunk of memory after another, and none is cut', async () => {
  const keys = await listings();
  const shelf = new KeyShelf(3000);
  for (const k of keys) shelf.add(k);
  expect(shelf.share().chunks.length).toBeGreaterThan(20);
  const elsewhere = KeyShelf.from(structuredClone(shelf.share()));
  keys.forEach((k, i) => {
    expect(elsewhere.at(i)).toEqual(withoutBlocks(k));
  });
  expect(() => shelf.add({ ...keys[0]!, core: 'x'.repeat(3000) })).toThrow(RangeError);
});

test('pairs are the same from a shelf and from a list, whoever judges which range, and in whichever order', async () => {
  const keys = await listings();
  const steps = scorePairs(keys);
  let step = steps.next();
  while (!step.done) step = steps.next();
  const shelf = shelfOf(keys);
  const comparing = comparingOf(shelf)!;
  const ranges = rangesOf(comparing);
  const apart = ranges.reverse().map((range) => scoreRange(new PreparedKeys(KeyShelf.from(shelf.share())), comparing, range));
  const together = scoredTogether(apart);
  expect(byPlaces(together.pairs)).toEqual(byPlaces(step.value.pairs));
  expect(together.compared).toBe(step.value.compared);
  expect(together.pairs.length).toBeGreaterThan(100);
  const names = keys.map((_, i) => String(i).padStart(5, '0'));
  expect(clusterRecords(shelf, names, together.pairs)).toEqual(clusterRecords(keys, names, step.value.pairs));
});

test('new records are compared with those before and with each other, and with nothing else', async () => {
  const keys = await listings();
  const from = keys.length - 120;
  const all = byPlaces([...scored(keys).pairs]);
  expect(byPlaces(scored(keys, from).pairs)).toEqual(all.filter((p) => p.b >= from));
});

function scored(keys: readonly MergeKeys[], from = 0) {
  const shelf = shelfOf(keys);
  const comparing = comparingOf(shelf, from)!;
  const ready = new PreparedKeys(shelf);
  return scoredTogether(rangesOf(comparing).map((range) => scoreRange(ready, comparing, range)));
}

test('damaged keys cost no other record, and are told', async () => {
  const keys = (await listings()).slice(0, 200);
  const same = { ...keys[7]!, titles: null as never };
  const { faults, pairs } = scored([...keys, same]);
  expect(faults.map((f) => f.record)).toEqual([200]);
  expect(byPlaces(pairs)).toEqual(byPlaces(scored(keys).pairs));
});
