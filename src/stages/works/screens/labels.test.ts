import { aRecord } from '@/testing/a-record';
import { codeLabel, placeOf } from './labels';

test.each([
  [['editorial'], 'settled', 'editorial'],
  [['letter', 'comment'], 'narrowed', 'letter or comment'],
  [['editorial', 'letter', 'news'], 'narrowed', '3 possible'],
  [['editorial', 'guideline'], 'conflicting', 'differs: editorial or guideline'],
  [['editorial'], 'unknown', 'unknown'],
  [['editorial', 'letter', 'news', 'comment', 'guideline'], 'narrowed', 'unknown'],
])('%j, %s, in a list: %s', (codes, status, label) => expect(codeLabel('publicationType', { codes, status, disputed: [] })).toBe(label));
test('a conflict names what is disputed, not all that is possible', () => {
  const known = { codes: ['editorial', 'letter', 'guideline'], status: 'conflicting', disputed: ['editorial', 'guideline'] };
  expect(codeLabel('publicationType', known)).toBe('differs: editorial or guideline');
});

test.each([
  [{ container: 'Annals of Floors', volume: '4', issue: '2', pages: '11-19' }, 'Annals of Floors 4(2) 11-19'],
  [{ container: 'Annals of Floors', volume: '4' }, 'Annals of Floors 4'],
  [{ container: 'Annals of Floors', issue: '2' }, 'Annals of Floors'],
  [{ volume: '4', pages: '11' }, ''],
])('%j stands at %p', (fields, place) => expect(placeOf(aRecord(fields))).toBe(place));
