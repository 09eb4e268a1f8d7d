import { OCEBM_2011 } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { seeded } from '@/testing/seeded';
import { emptyColumns, MASK_AXES } from './columns';
import { axisValues } from './kinds/coded';
import type { Limiter, SieveContext } from './limiter';
import { CERTAIN, countsTowards, MAY, NO, type Quota, quotaOf, quotaSchema, quotaWords } from './quota';
import { outcomesOf, runSieve } from './runner';
import { HELD, LEFT, STOPPED } from './verdict';

const AS_OF = isoToDay('2026-09-14');
const CONTEXT: SieveContext = { asOf: AS_OF, scheme: OCEBM_2011 };
const asLimiter = (id: string, test: Limiter['test']): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
});
const QUOTA: Quota = {
  atLeast: 5,
  all: [
    { axis: 'peerReview', allowed: ['refereed'] },
    { axis: 'sourceType', allowed: [axisValues('sourceType', OCEBM_2011)[0]!.code] },
  ],
  years: 5,
};

const next = seeded(411);
const columns = emptyColumns(400, ['a'], 1);
for (let i = 0; i < 400; i++) {
  columns.numbers[i] = i + 1;
  for (const axis of MASK_AXES) {
    const values = axisValues(axis, OCEBM_2011).length;
    columns.stated[axis][i] = columns.all[axis][i] = next() < 0.6 ? 1 << Math.floor(next() * Math.min(values, 2)) : 2 ** values - 1;
  }
  columns.dates.earliest.from[i] = AS_OF - Math.floor(next() * 4000);
  columns.dates.earliest.to[i] = columns.dates.earliest.from[i]! + (next() < 0.7 ? 0 : 364);
}

test('counts towards it, may, or cannot: as limiters on the same axes and years would let through, hold and stop', () => {
  const sieve = [
    ...QUOTA.all.map(({ axis, allowed }) => asLimiter(axis, { kind: 'coded', axis, allowed })),
    asLimiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 5 } }),
  ];
  const { fate } = outcomesOf(runSieve(sieve, columns, CONTEXT));
  const counts = countsTowards(QUOTA, columns, OCEBM_2011, AS_OF);
  expect(Array.from(counts)).toEqual(Array.from(fate, (f) => ({ [LEFT]: CERTAIN, [HELD]: MAY, [STOPPED]: NO })[f]));
  // None of the three is empty, or nothing would be shown by this.
  for (const kind of [NO, MAY, CERTAIN]) expect(counts.filter((c) => c === kind).length).toBeGreaterThan(5);
});

test('a value that is disputed does not count for certain', () => {
  const quota: Quota = { ...QUOTA, all: QUOTA.all.slice(0, 1), years: null };
  const i = countsTowards(quota, columns, OCEBM_2011, AS_OF).indexOf(CERTAIN);
  const disputed = { ...columns, conflicts: columns.conflicts.slice() };
  disputed.conflicts[i] = 1 << MASK_AXES.indexOf('peerReview');
  expect(countsTowards(quota, disputed, OCEBM_2011, AS_OF)[i]).toBe(MAY);
});

test('through, possible, and the nearest that could make up for what is missing', () => {
  const run = runSieve([asLimiter('refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] })], columns, CONTEXT);
  const counts = countsTowards({ atLeast: 1, all: [], years: 5 }, columns, OCEBM_2011, AS_OF);
  const { through, possible, nearest } = quotaOf(run, counts);
  const { fate } = outcomesOf(run);
  const number = (test: (i: number) => boolean) => Array.from(counts).filter((_, i) => test(i)).length;
  expect(through).toBe(number((i) => counts[i] === CERTAIN && fate[i] === LEFT));
  expect(possible).toBe(number((i) => counts[i] !== NO && fate[i] !== STOPPED) - through);
  expect(nearest.length).toBe(20);
  for (const no of nearest) expect(fate[no - 1] === LEFT && counts[no - 1] === CERTAIN).toBe(false);
});

test('a value that the scheme does not have counts nothing, and is said', () => {
  const quota: Quota = { atLeast: 1, all: [{ axis: 'level', allowed: ['9z'] }], years: null };
  expect(countsTowards(quota, columns, OCEBM_2011, AS_OF).every((c) => c === NO)).toBe(true);
  expect(quotaWords(quota, OCEBM_2011)).toBe('evidence level “9z”, which is not in use here');
});

test('in words; and an axis cannot stand twice', () => {
  expect(quotaWords(QUOTA, OCEBM_2011)).toMatch(/^refereed; .+; first public in the last 5 years$/);
  expect(quotaWords({ atLeast: 1, all: [], years: null }, OCEBM_2011)).toBe('of any kind');
  expect(quotaSchema.safeParse(QUOTA).success).toBe(true);
  expect(quotaSchema.safeParse({ ...QUOTA, all: [...QUOTA.all, QUOTA.all[0]] }).success).toBe(false);
});
