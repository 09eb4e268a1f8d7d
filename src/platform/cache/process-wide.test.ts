import { once, processWide, Recent } from './process-wide';

test('what was asked for longest ago goes first', () => {
  const kept = new Recent<number>(2);
  kept.set('a', 1);
  kept.set('b', 2);
  expect(kept.get('a')).toBe(1);
  kept.set('c', 3);
  expect(['a', 'b', 'c'].map((k) => kept.get(k))).toEqual([1, undefined, 3]);
  kept.set('c', 4);
  expect([kept.get('a'), kept.get('c')]).toEqual([1, 4]);
});

test('a name is made once for all modules of a process', () => {
  const first = processWide('of-this-test', () => ({ made: 1 }));
  expect(processWide('of-this-test', () => ({ made: 2 }))).toBe(first);
});

test('those who ask while it is worked out get the same; who asks later, or after it failed, begins anew', async () => {
  let begun = 0;
  const work = async () => {
    begun++;
    await new Promise((done) => setTimeout(done, 5));
    if (begun === 2) throw new Error('lost the connection');
    return begun;
  };
  expect(await Promise.all([once('k', work), once('k', work), once('other', async () => 0)])).toEqual([1, 1, 0]);
  const failed = await Promise.allSettled([once('k', work), once('k', work)]);
  expect(failed.map((f) => f.status)).toEqual(['rejected', 'rejected']);
  expect(await once('k', work)).toBe(3);
});
