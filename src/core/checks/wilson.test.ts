import { wilsonInterval } from './wilson';

// Newcombe RG. Stat Med 1998;17:857–872, Table I, method 3, 95 %; from memory, and the rows agree with a recomputation.
test.each([
  { x: 81, n: 263, low: 0.2553, high: 0.3662 },
  { x: 15, n: 148, low: 0.0624, high: 0.1605 },
  { x: 0, n: 20, low: 0.0, high: 0.1611 },
  { x: 1, n: 29, low: 0.0061, high: 0.1718 },
])('Newcombe 1998 Table I: $x of $n', ({ x, n, low, high }) => {
  const interval = wilsonInterval(x, n);
  expect(interval.low).toBeCloseTo(low, 4);
  expect(interval.high).toBeCloseTo(high, 4);
});

test.each([
  [-1, 10],
  [11, 10],
  [1, 0],
  [0.5, 10],
])('refuses %p of %p', (x, n) => expect(() => wilsonInterval(x, n)).toThrow(RangeError));
