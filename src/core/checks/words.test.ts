import { OCEBM_2011 } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { emptyColumns, type Limiter, runSieve } from '@/core/sieve';
import { chapman } from './chapman';
import { knownRecall } from './known';
import { spotResult } from './spot-check';
import { chapmanWords, percent, stratumWords, wholeWords } from './words';

const stratum = (size: number, judged: number, wrong: number, unsure = 0, limiter = 'a') => ({ limiter, size, judged, wrong, unsure });
const plain = (text: string) => text.replace(/\u00a0/g, ' ');

test.each([
  [0, '0 %'],
  [0.0004, '0.04 %'],
  [0.017, '1.7 %'],
  [0.104, '10 %'],
  [1, '100 %'],
])('%p is %s', (share, words) => expect(plain(percent(share))).toBe(words));

test.each([
  ['nothing judged', stratum(40, 0, 0), 'Of the 40 works that it stopped none was judged yet.'],
  [
    'none found',
    stratum(40, 20, 0),
    'None of 20 judged was wrongly stopped. With 95 % confidence it stopped at most 4 of the 40 (10 %) wrongly.',
  ],
  [
    'some found',
    stratum(1000, 50, 1),
    '1 of 50 judged would have been kept: 2 % (95 % interval 0.35 to 10 %). With 95 % confidence it stopped at most 89 of the 1,000 (8.9 %) wrongly.',
  ],
  [
    'all judged',
    stratum(5, 5, 2),
    '2 of 5 judged would have been kept: 40 % (95 % interval 12 to 77 %). All that it stopped were judged, so this is exact.',
  ],
  [
    'none could be told',
    stratum(9, 0, 0, 2),
    'With 95 % confidence it stopped at most 9 of the 9 (100 %) wrongly. Of 2 works it could not be told; the bound takes them for wrongly stopped.',
  ],
])('one limiter in words: %s', (_, s, words) => expect(plain(stratumWords(spotResult([s]).strata[0]!))).toBe(words));

test.each([
  ['nothing stopped', [], 'stratified', /^Nothing was stopped/],
  ['nothing judged', [stratum(10, 0, 0)], 'simple', /none of the sample was judged yet/],
  [
    'one lot',
    [stratum(900, 58, 2), stratum(100, 2, 0, 0, 'b')],
    'simple',
    /^2 of 60 judged would have been kept\. The estimate for all 1,000 is 33\. With 95 % confidence at most \d+ of the 1,000 \([\d.]+ %\) were wrongly stopped\.$/,
  ],
  [
    'a limiter of which nothing was judged',
    [stratum(50, 20, 0), stratum(7, 0, 0, 0, 'b')],
    'stratified',
    /1 of which nothing was judged yet counts with all that it stopped\.$/,
  ],
  ['all judged', [stratum(3, 3, 0)], 'stratified', /exact\.$/],
] as const)('the whole in words: %s', (_, strata, design, words) =>
  expect(plain(wholeWords(spotResult(strata, design), design))).toMatch(words),
);

test('two databases in words', () => {
  expect(chapmanWords(chapman(10, 15, 5), 'Vellmora', 'Ostrane')).toMatch(
    /^Vellmora and Ostrane together found 20 works\. If they found independently, about 28 exist \(95 % interval 22 to \d+\), so about 8 were found by neither\.$/,
  );
  expect(chapmanWords(chapman(0, 0, 0), 'A', 'B')).toBe('Neither A nor B found any of these.');
});

test('relative recall of the search, of each database and after each limiter', () => {
  const columns = emptyColumns(4, ['x', 'y'], 1);
  columns.numbers.set([1, 2, 3, 4]);
  columns.membership.set([0b01, 0b10, 0b11, 0b01]);
  ['2024-01-01', '2024-01-01', '1999-01-01', '2024-01-01'].forEach((day, i) => {
    columns.dates.earliest.from[i] = isoToDay(day);
    // Of the fourth the last day is open: it is held.
    columns.dates.earliest.to[i] = i === 3 ? 2147483647 : isoToDay(day);
  });
  const limiter = (id: string, from: string, to: string | null, on = true): Limiter => ({
    ...{ id, name: id, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on },
    test: { kind: 'recency', date: 'earliest', window: { count: 'fixed', from, to } },
  });
  const sieve = [limiter('off', '2030-01-01', null, false), limiter('from', '2000-01-01', null), limiter('to', '1990-01-01', '2025-01-01')];
  const run = runSieve(sieve, columns, { asOf: isoToDay('2026-09-14'), scheme: OCEBM_2011 });
  const recall = knownRecall(run, [0, 2, 3, null]);
  expect(recall.search).toMatchObject({ n: 3, of: 4 });
  expect(recall.databases.map((d) => d!.n)).toEqual([3, 1]);
  expect(recall.after.map((a) => [a.limiter, a.left!.n, a.held, a.lost])).toEqual([
    [1, 2, 0, [2]],
    [2, 1, 1, []],
  ]);
  expect(knownRecall(run, [])).toMatchObject({ search: null, databases: [null, null] });
});
