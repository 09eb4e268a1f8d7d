import { isMissingReference, isUnreachable, whenReachable } from './faults';

const fault = (code: string, message = 'x') => Object.assign(new Error(message), { code });
// PostgreSQL documentation, appendix A; the others are the system's own (errno).
test.each([
  [fault('57P01', 'terminating connection due to administrator command'), true],
  [fault('57P03', 'the database system is starting up'), true],
  [fault('08006'), true],
  [fault('ECONNREFUSED'), true],
  [new Error('Connection terminated unexpectedly'), true],
  [fault('23505'), false],
  [fault('22P02'), false],
  [new RangeError('not of the database'), false],
  ['a text', false],
  [null, false],
])('%s: away %s', (error, away) => expect(isUnreachable(error)).toBe(away));
test('a reference to what is not there', () => {
  expect([fault('23503'), fault('23505'), undefined].map(isMissingReference)).toEqual([true, false, false]);
});

/** Something that fails so often before it is done. */
const failing = (times: number, error: unknown) => {
  const tried = { times: 0 };
  const act = async () => {
    if (tried.times++ < times) throw error;
    return 'done';
  };
  return { tried, act };
};
test('what waits for the database is done when it is back, and only that waits', async () => {
  const back = failing(3, fault('ECONNREFUSED'));
  expect(await whenReachable(back.act, { pauseMs: 1 })).toBe('done');
  expect(back.tried.times).toBe(4);
  const away = failing(99, fault('57P03'));
  await expect(whenReachable(away.act, { tries: 5, pauseMs: 1 })).rejects.toMatchObject({ code: '57P03' });
  expect(away.tried.times).toBe(5);
  const wrong = failing(1, fault('23505'));
  await expect(whenReachable(wrong.act, { pauseMs: 1 })).rejects.toMatchObject({ code: '23505' });
  expect(wrong.tried.times).toBe(1);
});
