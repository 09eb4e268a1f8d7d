import { isMissingReference, isUnreachable } from './faults';

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
