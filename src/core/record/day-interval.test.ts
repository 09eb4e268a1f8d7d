import edtf from 'edtf';
import { dayNumber, dayToIso, hull, intervalWords, isoToDay, minusYears, readDate } from './day-interval';

const iso = (text: string) => {
  const interval = readDate(text);
  return interval ? `${dayToIso(interval.from)}..${dayToIso(interval.to)}` : null;
};

// Printed forms of RIS (PY, Y1, DA) and MEDLINE (DP, DEP), from their field descriptions; seasons by common practice.
test.each([
  ['2023/07/05/', '2023-07-05..2023-07-05'],
  ['2023/07//', '2023-07-01..2023-07-31'],
  ['2023///', '2023-01-01..2023-12-31'],
  ['2023///Summer', '2023-06-01..2023-08-31'],
  ['2023/07/05/epub', '2023-07-05..2023-07-05'],
  ['2023 Jan 5', '2023-01-05..2023-01-05'],
  ['2023 Jan', '2023-01-01..2023-01-31'],
  ['2023 Jul-Aug', '2023-07-01..2023-08-31'],
  ['2015 Dec-2016 Jan', '2015-12-01..2016-01-31'],
  ['2015 Dec-Jan', '2015-12-01..2016-01-31'],
  ['2023 Jan 5-12', '2023-01-05..2023-01-12'],
  ['2023 Jan 28-Feb 3', '2023-01-28..2023-02-03'],
  ['2023 Spring', '2023-03-01..2023-05-31'],
  ['2023 Winter', '2023-01-01..2023-12-31'],
  ['2023 3rd Quarter', '2023-07-01..2023-09-30'],
  ['2023 Q2', '2023-04-01..2023-06-30'],
  ['20230705', '2023-07-05..2023-07-05'],
  ['2026/08/30 06:00', '2026-08-30..2026-08-30'],
  ['5 July 2023', '2023-07-05..2023-07-05'],
  ['5th of July 2023', '2023-07-05..2023-07-05'],
  ['July 5, 2023', '2023-07-05..2023-07-05'],
  ['Jul. 2023', '2023-07-01..2023-07-31'],
  ['Jul-Aug 2023', '2023-07-01..2023-08-31'],
  ['Spring 2023', '2023-03-01..2023-05-31'],
  ['31 February 2023', null],
  ['volume 5 2023', null],
  ['5/7/2023', null],
  ['2023/02/30', null],
  ['2023/13/', null],
  ['2100 Feb 29', null],
  ['in press', null],
  ['12023', null],
  ['0000', null],
])('%p means %p', (text, days) => expect(iso(text)).toBe(days));

// EDTF (ISO 8601-2) level 0 and 1 examples, read by the edtf package as well.
test.each(['1985-04-12', '1985-04', '1985', '2000-02-29', '1900-02'])('EDTF %p, as the edtf package reads it', (text) => {
  const date = edtf(text) as { min: number; max: number };
  expect(iso(text)).toBe(`${new Date(date.min).toISOString().slice(0, 10)}..${new Date(date.max).toISOString().slice(0, 10)}`);
});
test('EDTF season codes 21–24 are the named seasons', () => {
  expect(iso('2001-21')).toBe(iso('2001 Spring'));
  expect(iso('2001-22')).toBe(iso('2001 Summer'));
  expect(iso('2001-23')).toBe(iso('2001 Autumn'));
  expect(iso('2001-24')).toBe(iso('2001 Winter'));
});

test.each([
  ['2026-09-14', 10, '2016-09-14'],
  ['2024-02-29', 1, '2023-02-28'],
  ['2024-02-29', 4, '2020-02-29'],
  ['2100-03-01', 100, '2000-03-01'],
])('%s minus %i years is %s', (day, years, earlier) => expect(dayToIso(minusYears(isoToDay(day), years))).toBe(earlier));

test('day numbers count from 1970-01-01, also for early years', () => {
  expect(dayNumber(1970, 1, 1)).toBe(0);
  expect(dayNumber(1969, 12, 31)).toBe(-1);
  expect(dayToIso(dayNumber(1066, 10, 14))).toBe('1066-10-14');
});
test('the hull holds all intervals and passes over what is missing', () => {
  expect(hull([null, readDate('2020'), readDate('2021 Jan 5')])).toEqual({ from: dayNumber(2020, 1, 1), to: dayNumber(2021, 1, 5) });
  expect(hull([null])).toBeNull();
});
test.each([
  ['2023 Mar 3', '3 Mar 2023'],
  ['2023 Jul-Aug', 'Jul–Aug 2023'],
  ['2023', '2023'],
  ['2015 Dec-2016 Jan', 'Dec 2015 – Jan 2016'],
  ['2023 Jan 28-Feb 3', '28 Jan 2023 – 3 Feb 2023'],
])('%p in words is %p', (text, words) => expect(intervalWords(readDate(text))).toBe(words));
test('isoToDay refuses what is not a date', () => expect(() => isoToDay('2023-02-30')).toThrow(RangeError));
