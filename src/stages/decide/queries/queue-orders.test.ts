import fc from 'fast-check';
import { type Columns, emptyColumns, NO_DATE } from '@/core/sieve';
import type { ReviewState } from '../store/review-state';
import { allInOrder, QUEUE_ORDERS, type QueueOrder } from './queue-orders';

type Fixed = Exclude<QueueOrder, 'nearest'>;
interface Row {
  /** First days it can have been public; null: nobody knows. */
  days: [from: number, to: number] | null;
  /** Bits of databases. */
  in: number;
  /** Bits of levels. */
  levels: number;
}
const LEVELS = ['1', '2', '3', 'not-graded'].map((code) => ({ code }));

function columnsOf(rows: readonly Row[]): Columns {
  const columns = emptyColumns(rows.length, ['VH', 'OF', 'QA'], 1);
  rows.forEach((row, i) => {
    // Numbers of works have gaps, and are not their places.
    columns.numbers[i] = 3 * i + 10;
    columns.membership[i] = row.in;
    columns.all.level[i] = row.levels;
    columns.dates.earliest.from[i] = row.days?.[0] ?? NO_DATE.from;
    columns.dates.earliest.to[i] = row.days?.[1] ?? NO_DATE.to;
  });
  return columns;
}
const stateOf = (columns: Columns, levels = LEVELS) => ({ columns, scheme: { levels } }) as unknown as ReviewState;
const order = (rows: readonly Row[], by: Fixed, seed = 1) => [...allInOrder(stateOf(columnsOf(rows)), by, seed)];

/** Days of each, from the oldest. */
const dated = (...days: (number | null)[]): Row[] => days.map((d) => ({ days: d === null ? null : [d, d], in: 1, levels: 15 }));

test('the newest first, those of one day in the order of their numbers, and those without a date last', () => {
  expect(order(dated(100, 300, null, 200, 300), 'newest')).toEqual([1, 4, 3, 0, 2]);
});

test('the oldest first, and those without a date last there, too', () => {
  expect(order(dated(300, null, 100, 200, 100), 'oldest')).toEqual([2, 4, 3, 0, 1]);
});

test('database by database as the review has them; a work in two stands with the first', () => {
  const rows = dated(1, 2, 3, 4, 5);
  [4, 1, 2, 6, 3].forEach((bits, i) => {
    rows[i]!.in = bits;
  });
  expect(order(rows, 'database')).toEqual([4, 1, 3, 2, 0]);
});

test.each<[string, number[], number[]]>([
  ['the highest level first', [0b0100, 0b0001, 0b0010], [1, 2, 0]],
  ['what is sure of a high level comes before what may be a higher one', [0b0111, 0b0001, 0b0011], [1, 2, 0]],
  ['two of one middle: the one that can be higher', [0b0010, 0b0101], [1, 0]],
  ['what is not graded comes last, what may be graded does not', [0b1000, 0b1100, 0b0001], [2, 1, 0]],
  ['those alike by the newest', [0b0001, 0b0001, 0b0001], [2, 1, 0]],
])('best evidence: %s', (_, levels, expected) => {
  const rows = dated(...levels.map((_, i) => 100 + i));
  levels.forEach((mask, i) => {
    rows[i]!.levels = mask;
  });
  expect(order(rows, 'level')).toEqual(expected);
});

test('another scheme is another order of the same works', () => {
  const rows = dated(1, 2);
  [rows[0]!.levels, rows[1]!.levels] = [0b10, 0b01];
  const columns = columnsOf(rows);
  expect([...allInOrder(stateOf(columns), 'level', 1)]).toEqual([1, 0]);
  // Under it the second code is the one without a grade.
  const other = [{ code: 'not-graded' }, { code: 'A' }];
  expect([...allInOrder(stateOf(columns, other), 'level', 1)]).toEqual([0, 1]);
});

test('by lot: the same for everybody with a seed, another with another, and none is favoured', () => {
  const columns = columnsOf(dated(...new Array(60).fill(1)));
  const drawn = (seed: number) => [...allInOrder(stateOf(columns), 'random', seed)];
  expect(drawn(7)).toEqual(drawn(7));
  expect(drawn(8)).not.toEqual(drawn(7));
  // Over many seeds each work is first about as often: 2,000 draws among 60 are 33 each, with a spread of 6.
  const firsts = new Array<number>(60).fill(0);
  for (let seed = 1; seed <= 2000; seed++) firsts[drawn(seed)[0]!]!++;
  expect(Math.max(...firsts)).toBeLessThan(70);
  expect(Math.min(...firsts)).toBeGreaterThan(5);
});

const aRow = fc.record({
  days: fc.option(fc.tuple(fc.nat(5), fc.nat(5)).map(([a, b]): [number, number] => [Math.min(a, b), Math.max(a, b)])),
  in: fc.integer({ min: 1, max: 7 }),
  levels: fc.integer({ min: 1, max: 15 }),
});
test('every order has every work once, and is the same however often it is asked for', () => {
  const orders = (Object.keys(QUEUE_ORDERS) as QueueOrder[]).filter((o): o is Fixed => o !== 'nearest');
  fc.assert(
    fc.property(fc.array(aRow, { maxLength: 30 }), fc.nat(99), (rows, seed) => {
      const columns = columnsOf(rows);
      for (const by of orders) {
        const first = [...allInOrder(stateOf(columns), by, seed)];
        expect([...first].sort((a, b) => a - b)).toEqual(rows.map((_, i) => i));
        expect([...allInOrder(stateOf(columns), by, seed)]).toEqual(first);
        expect(order(rows, by, seed)).toEqual(first);
      }
    }),
  );
});
