import { inTurn } from './in-turn';

test('what is asked for side by side is done one after the other, in the order in which it was asked for, and past a failure', async () => {
  const turn = inTurn();
  const log: string[] = [];
  const does = (what: string, takes: number) => async () => {
    log.push(`${what} begins`);
    await new Promise((done) => setTimeout(done, takes));
    log.push(`${what} ends`);
    if (what === 'two') throw new Error('two failed');
    return what;
  };
  const all = await Promise.allSettled([turn(does('one', 20)), turn(does('two', 0)), turn(does('three', 5))]);
  expect(log).toEqual(['one begins', 'one ends', 'two begins', 'two ends', 'three begins', 'three ends']);
  expect(all.map((a) => (a.status === 'fulfilled' ? a.value : String(a.reason)))).toEqual(['one', 'Error: two failed', 'three']);
  expect(await turn(does('four', 0))).toBe('four');
});
