import { OCEBM_2011 } from '@/core/classify';
import { dayToIso, isoToDay } from '@/core/record';
import { seeded } from '@/testing/seeded';
import { emptyColumns, MASK_AXES } from './columns';
import { changesOf, compareRuns } from './compare';
import { leavingWorks, otherWays } from './edge';
import { funnelOf } from './funnel';
import { axisValues } from './kinds/coded';
import type { Limiter, Sieve, SieveContext } from './limiter';
import { outcomesOf, runSieve } from './runner';
import { advice, ladder, recencyCurve, scopes } from './what-if';

const AS_OF = isoToDay('2026-09-14');
const CONTEXT: SieveContext = { asOf: AS_OF, scheme: OCEBM_2011 };
const limiter = (id: string, test: Limiter['test'], rest: Partial<Limiter> = {}): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  ...rest,
});
const RECENT = limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } });
const LEVELS = limiter('levels', { kind: 'coded', axis: 'level', allowed: ['1', '2'] });
const REFEREED = limiter('refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] });
const SIEVE: Sieve = [REFEREED, LEVELS, RECENT];

const next = seeded(20260914);
const columns = emptyColumns(500, ['a', 'b'], 1);
for (let i = 0; i < 500; i++) {
  columns.numbers[i] = i + 1;
  columns.membership[i] = 1 + Math.floor(next() * 3);
  for (const axis of MASK_AXES) {
    const values = axisValues(axis, OCEBM_2011).length;
    columns.stated[axis][i] = columns.all[axis][i] = next() < 0.7 ? 1 << Math.floor(next() * Math.min(values, 4)) : 2 ** values - 1;
  }
  columns.dates.earliest.from[i] = columns.dates.issue.from[i] = AS_OF - Math.floor(next() * 9000);
  columns.dates.earliest.to[i] = columns.dates.issue.to[i] = columns.dates.earliest.from[i]! + (next() < 0.8 ? 0 : 364);
}
const run = runSieve(SIEVE, columns, CONTEXT);
const now = funnelOf(run);
const counts = (sieve: Sieve) => {
  const { through, held, stopped } = funnelOf(runSieve(sieve, columns, CONTEXT));
  return { through, held, stopped };
};
const withYears = (years: number): Sieve =>
  SIEVE.with(2, { ...RECENT, test: { ...RECENT.test, window: { count: 'to-the-day', years } } as Limiter['test'] });

test('the curve is what the sieve gives with each window', () => {
  const curve = recencyCurve(run, 2, CONTEXT);
  expect(curve.map((p) => p.years)).toEqual([1, 2, 3, 5, 10, 15, 20]);
  for (const { years, ...outcome } of curve) expect(outcome).toEqual(counts(withYears(years)));
});

test('the ladder counts what the other limiters leave, and the lowest rung is the first with enough', () => {
  const { rungs, lowest } = ladder(run, OCEBM_2011, 12);
  const without = outcomesOf(runSieve([REFEREED, RECENT], columns, CONTEXT)).fate;
  const left = [...columns.numbers.keys()].filter((i) => without[i] === 0);
  rungs.forEach((rung, r) => {
    const bit = OCEBM_2011.levels.findIndex((l) => l.code === rung.code);
    expect(rung.certain).toBe(left.filter((i) => columns.all.level[i] === 1 << bit).length);
    expect(rung.upToHere).toBeGreaterThanOrEqual(r ? rungs[r - 1]!.upToHere : 0);
  });
  expect(rungs.findIndex((r) => r.upToHere >= 12)).toBe(lowest);
  expect(ladder(run, OCEBM_2011, 10_000).lowest).toBeNull();
});

test('broad lets through what narrow stops, and both know what is as set', () => {
  const s = scopes(run, CONTEXT);
  expect(s['as-set']).toEqual({ through: now.through, held: now.held, stopped: now.stopped });
  expect(s.broad).toEqual({ through: now.through + now.held, held: 0, stopped: now.stopped });
  expect(s.narrow).toEqual({ through: now.through, held: 0, stopped: now.stopped + now.held });
});

test.each(['more', 'fewer'] as const)('what is advised to get %s does that, and gives what it says', (towards) => {
  const broad = SIEVE.map((l) => ({ ...l, whenUnknown: 'let-through' as const }));
  const from = towards === 'more' ? SIEVE : broad;
  const found = advice(runSieve(from, columns, CONTEXT), CONTEXT, towards);
  expect(found.length).toBeGreaterThan(1);
  for (const { limiter: k, move, years, through, held } of found) {
    const old = from[k]!;
    const window = { count: 'to-the-day', years: years ?? 0 } as const;
    const changed: Limiter =
      move === 'remove'
        ? { ...old, on: false }
        : move === 'years'
          ? { ...old, test: { kind: 'recency', date: 'earliest', window } }
          : { ...old, whenUnknown: move };
    expect(counts(from.with(k, changed))).toMatchObject({ through, held });
    if (towards === 'more') expect(through).toBeGreaterThan(counts(from).through);
    else expect(through).toBeLessThan(counts(from).through);
  }
});

test('two sieves: each work gained or lost is told once, with the limiter that decides', () => {
  const other: Sieve = [
    { ...LEVELS, test: { kind: 'coded', axis: 'level', allowed: ['1'] } },
    { ...RECENT, whenUnknown: 'let-through' },
  ];
  const after = runSieve(other, columns, CONTEXT);
  const { changes, elsewhere, ...totals } = compareRuns(run, after);
  expect(totals).toEqual({ before: counts(SIEVE), after: counts(other) });
  expect(changes.map((c) => [c.id, c.what])).toEqual([
    ['levels', 'changed'],
    ['recent', 'changed'],
    ['refereed', 'removed'],
  ]);
  const [was, is] = [outcomesOf(run).fate, outcomesOf(after).fate];
  const through = (fate: Uint8Array) => [...columns.numbers].filter((_, i) => fate[i] === 0);
  const gained = [...changes.flatMap((c) => c.gained), ...elsewhere.gained].sort((a, b) => a - b);
  const lost = [...changes.flatMap((c) => c.lost), ...elsewhere.lost].sort((a, b) => a - b);
  expect(gained).toEqual(through(is).filter((no) => !through(was).includes(no)));
  expect(lost).toEqual(through(was).filter((no) => !through(is).includes(no)));
  expect(changes.find((c) => c.id === 'levels')!.lost.length).toBeGreaterThan(0);
  expect(changes.find((c) => c.id === 'refereed')!.gained.length).toBeGreaterThan(0);
});
test('a name or a rationale is no change; another order is a move', () => {
  expect(changesOf(SIEVE, [{ ...REFEREED, name: 'x', rationale: 'y' }, RECENT, LEVELS])).toEqual([
    { id: 'recent', name: 'recent', what: 'moved' },
    { id: 'levels', name: 'levels', what: 'moved' },
  ]);
});

test('another way of counting is compared by works, and adds up', () => {
  for (const way of otherWays(run, 2, CONTEXT)) {
    const test = { kind: 'recency', date: way.date, window: { count: way.count, years: 10 } } as const;
    expect(way.through).toBe(counts(SIEVE.with(2, { ...RECENT, test })).through);
    expect(way.through).toBe(now.through + way.gained.length - way.lost.length);
  }
});

test.each([
  ['2016-09-14', 'to-the-day', 10, '2026-09-15'],
  ['2016-12-31', 'to-the-day', 10, '2027-01-01'],
  ['2016-02-29', 'to-the-day', 11, '2027-03-01'],
  ['2017-02-28', 'to-the-day', 10, '2027-03-01'],
  ['2016-05-05', 'calendar-years', 10, '2027-01-01'],
] as const)('a work of %s leaves a window %s of %i years on %s', (date, count, years, day) => {
  const one = emptyColumns(1, ['a'], 1);
  one.numbers[0] = 1;
  one.dates.earliest.from[0] = one.dates.earliest.to[0] = isoToDay(date);
  const sieve = [{ ...RECENT, test: { kind: 'recency', date: 'earliest', window: { count, years } } } as Limiter];
  const at = (asOf: number) => funnelOf(runSieve(sieve, one, { ...CONTEXT, asOf })).through;
  expect(leavingWorks(runSieve(sieve, one, CONTEXT), 0, AS_OF, 365, new Set([1])).map((l) => dayToIso(l.day))).toEqual([day]);
  expect([at(isoToDay(day) - 1), at(isoToDay(day))]).toEqual([1, 0]);
});
