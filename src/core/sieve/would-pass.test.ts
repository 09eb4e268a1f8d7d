import { FACET_NAMES, FLAGS, OCEBM_2011 } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { ALL, axisMask } from '@/core/vocabularies';
import { type Columns, emptyColumns } from './columns';
import { type Limiter, type SieveContext, verdictsOf } from './limiter';
import { lostAt } from './lost-at';
import { runSieve } from './runner';
import { wouldPass } from './would-pass';

const CONTEXT: SieveContext = { asOf: isoToDay('2026-09-14'), scheme: OCEBM_2011 };
const a = (test: Limiter['test'], rest: Partial<Limiter> = {}): Limiter => ({
  ...{ id: 'l', name: 'l', test, evidence: 'stated-and-inferred', whenUnknown: 'stop', rationale: '', on: true },
  ...rest,
});
/** A letter of 3 May 2011 in English that is retracted, and not said to be refereed. */
function aWork(): Columns {
  const columns = emptyColumns(1, ['x'], 1);
  columns.numbers[0] = 1;
  columns.all.publicationType[0] = axisMask('publicationType', ['letter']);
  columns.stated.publicationType[0] = ALL.publicationType;
  columns.all.peerReview[0] = axisMask('peerReview', ['refereed']);
  columns.stated.peerReview[0] = axisMask('peerReview', ['venue-only']);
  for (const date of ['earliest', 'issue'] as const) {
    columns.dates[date].from[0] = isoToDay('2011-05-03');
    columns.dates[date].to[0] = isoToDay('2011-05-03');
  }
  columns.facets.language.values = ['en', 'es'];
  columns.facets.language.all[0] = 0b01;
  columns.complete[0] = 1 << FACET_NAMES.indexOf('language');
  columns.flags[0] = 1 << FLAGS.indexOf('retracted');
  return columns;
}
const recent = (window: Extract<Limiter['test'], { kind: 'recency' }>['window']) => a({ kind: 'recency', date: 'earliest', window });

test.each<[string, Limiter, string]>([
  ['a type', a({ kind: 'coded', axis: 'publicationType', allowed: ['research-article'] }), 'if it let in Letter'],
  [
    'what is inferred and does not count',
    a({ kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }, { evidence: 'stated' }),
    'if what can be inferred counted, not only what is stated',
  ],
  [
    'what cannot be told',
    a({ kind: 'coded', axis: 'publicationType', allowed: ['research-article'] }, { evidence: 'stated' }),
    'if works of which the limiter cannot tell were held or let through',
  ],
  ['a window to the day', recent({ count: 'to-the-day', years: 10 }), 'if its window were 16 years, not 10'],
  ['a window by calendar years', recent({ count: 'calendar-years', years: 10 }), 'if its window were 15 years, not 10'],
  ['a fixed window', recent({ count: 'fixed', from: '2015-01-01', to: null }), 'if its window began on 3 May 2011 or before'],
  ['a fixed window that ended', recent({ count: 'fixed', from: null, to: '2010-12-31' }), 'if its window ended on 3 May 2011 or later'],
  ['a facet', a({ kind: 'facet', facet: 'language', allowed: ['es'] }), 'if it let in English'],
])('what would let a work through: %s', (_, limiter, expected) => {
  const columns = aWork();
  expect(verdictsOf({ ...limiter, whenUnknown: 'stop' }, columns, CONTEXT)[0]).not.toBe(2);
  expect(wouldPass(limiter, columns, 0, CONTEXT)).toBe(expected);
});
test('a work that a person stopped would pass by itself', () =>
  expect(wouldPass(recent({ count: 'to-the-day', years: 30 }), aWork(), 0, CONTEXT)).toMatch(/^if the word of a person/));
test('a window as long as is said lets the work in, and one year less does not', () => {
  const columns = aWork();
  for (const count of ['to-the-day', 'calendar-years'] as const) {
    const years = Number(/(\d+) years, not/.exec(wouldPass(recent({ count, years: 2 }), columns, 0, CONTEXT))![1]);
    expect(verdictsOf(recent({ count, years }), columns, CONTEXT)[0]).toBe(2);
    expect(verdictsOf(recent({ count, years: years - 1 }), columns, CONTEXT)[0]).toBe(0);
  }
});

test('a work is lost to the first limiter that stops it', () => {
  const columns = aWork();
  const sieve = [
    { ...a({ kind: 'flags', flags: ['concern'] }), id: 'flags' },
    { ...recent({ count: 'calendar-years', years: 5 }), id: 'recent' },
    { ...a({ kind: 'coded', axis: 'publicationType', allowed: ['research-article'] }), id: 'types' },
  ] as const;
  expect(lostAt(runSieve([...sieve], columns, CONTEXT), [0])).toEqual([[], [0], []]);
  expect(lostAt(runSieve([sieve[0]], columns, CONTEXT), [0])).toEqual([[]]);
  expect(lostAt(runSieve([], columns, CONTEXT), [0])).toEqual([]);
});
