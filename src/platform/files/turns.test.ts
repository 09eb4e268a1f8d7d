import { Turns } from './turns';

test('no more than so many at once, the others in their order, one that fails too', async () => {
  const turns = new Turns(2);
  let [now, most] = [0, 0];
  const ended: number[] = [];
  const work = (i: number) =>
    turns.take(async () => {
      most = Math.max(most, ++now);
      await new Promise((go) => setTimeout(go, 3));
      now--;
      ended.push(i);
      if (i % 3 === 0) throw new Error(`fault ${i}`);
      return i;
    });
  const all = await Promise.allSettled([0, 1, 2, 3, 4, 5, 6, 7].map(work));
  expect(all.map((r) => r.status)).toEqual([0, 1, 2, 3, 4, 5, 6, 7].map((i) => (i % 3 === 0 ? 'rejected' : 'fulfilled')));
  expect([most, now]).toEqual([2, 0]);
  expect(ended).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  expect(await work(8)).toBe(8);
});
