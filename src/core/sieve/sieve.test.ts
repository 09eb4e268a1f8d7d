import { OCEBM_2011 } from '@/core/classify';
import { dayToIso, isoToDay } from '@/core/record';
import { decodeColumns, encodeColumns } from '@/core/storage';
import { fullMask } from '@/core/vocabularies';
import { seeded } from '@/testing/seeded';
import { KNOWN_AS, knownAs } from './census';
import { type Columns, DATE_KINDS, emptyColumns, MASK_AXES, NO_DATE, pickRows } from './columns';
import { createSieveEngine } from './engine';
import { FILLS, funnelOf, worksBehind } from './funnel';
import { axisValues } from './kinds/coded';
import { windowOf } from './kinds/recency';
import { fateOf, type Limiter, limiterSchema, POLICIES, type Sieve, verdictsOf } from './limiter';
import { outcomesOf, runSieve, SieveRunner } from './runner';
import { withRows } from './with-rows';
import { limiterWords } from './words';

const AS_OF = isoToDay('2026-09-14');
const CONTEXT = { asOf: AS_OF, scheme: OCEBM_2011 };
const coded = (axis: 'peerReview' | 'level' | 'publicationType', allowed: string[], rest: Partial<Limiter> = {}): Limiter => ({
  id: axis,
  name: axis,
  test: { kind: 'coded', axis, allowed },
  evidence: 'stated-and-inferred',
  whenUnknown: 'hold',
  rationale: '',
  on: true,
  ...rest,
}); // prettier-ignore
const recency = (window: Extract<Limiter['test'], { kind: 'recency' }>['window'], rest: Partial<Limiter> = {}): Limiter => ({
  id: 'recent',
  name: 'recent',
  test: { kind: 'recency', date: 'earliest', window },
  evidence: 'stated-and-inferred',
  whenUnknown: 'hold',
  rationale: '',
  on: true,
  ...rest,
}); // prettier-ignore

function randomColumns(size: number, next: () => number): Columns {
  const columns = emptyColumns(size, ['a', 'b', 'c'], 7);
  for (let i = 0; i < size; i++) {
    columns.numbers[i] = i + 1;
    columns.membership[i] = 1 + Math.floor(next() * 7);
    for (const axis of MASK_AXES) {
      const full = fullMask(axisValues(axis, OCEBM_2011).length);
      columns.stated[axis][i] = (Math.floor(next() * 0xffffffff) & full) >>> 0 || 1;
      columns.all[axis][i] = (columns.stated[axis][i]! & Math.floor(next() * 0xffffffff)) >>> 0 || columns.stated[axis][i]!;
    }
    for (const kind of DATE_KINDS) {
      const known = next() > 0.1;
      columns.dates[kind].from[i] = known ? AS_OF - Math.floor(next() * 9000) : NO_DATE.from;
      columns.dates[kind].to[i] = known ? columns.dates[kind].from[i]! + Math.floor(next() * 400) : NO_DATE.to;
    }
  }
  return columns;
}
const randomSieve = (next: () => number): Sieve =>
  Array.from({ length: 5 }, (_, i) => {
    const rest = {
      id: `l${i}`,
      on: next() > 0.2,
      whenUnknown: POLICIES[Math.floor(next() * 3)]!,
      evidence: next() > 0.5 ? 'stated' : 'stated-and-inferred',
    } as const;
    if (next() < 0.3) return recency({ count: 'to-the-day', years: 1 + Math.floor(next() * 20) }, rest);
    const axis = (['peerReview', 'level', 'publicationType'] as const)[Math.floor(next() * 3)]!;
    const allowed = axisValues(axis, OCEBM_2011)
      .filter(() => next() > 0.5)
      .map((v) => v.code); // prettier-ignore
    return coded(axis, allowed.length ? allowed : [axisValues(axis, OCEBM_2011)[0]!.code], rest);
  });

/** The obvious, slow reading: a limiter is in when every possible value or day is allowed, out when none is. */
function slowVerdict(limiter: Limiter, columns: Columns, i: number): 0 | 1 | 2 {
  const { test } = limiter;
  if (test.kind === 'recency') {
    const w = windowOf(test.window, AS_OF);
    const { from, to } = columns.dates[test.date];
    const inside = (day: number) => day >= w.from && day <= w.to;
    const ends = [inside(from[i]!), inside(to[i]!)];
    const straddles = from[i]! < w.from && to[i]! > w.to;
    return ends.every(Boolean) ? 2 : ends.some(Boolean) || straddles ? 1 : 0;
  }
  if (test.kind !== 'coded') throw new Error('not in this test');
  const masks = columns[limiter.evidence === 'stated' ? 'stated' : 'all'][test.axis];
  const possible = axisValues(test.axis, OCEBM_2011).filter((_, bit) => (masks[i]! >>> bit) & 1);
  const allowed = possible.filter((v) => test.allowed.includes(v.code)).length;
  return allowed === possible.length ? 2 : allowed === 0 ? 0 : 1;
}

describe.each([1, 2, 3, 20260914])('seed %i', (seed) => {
  const next = seeded(seed);
  const columns = randomColumns(400, next);
  const sieve = randomSieve(next);
  const run = runSieve(sieve, columns, CONTEXT);
  const funnel = funnelOf(run);
  const outcomes = outcomesOf(run);

  test('the fast verdicts are the slow ones', () => {
    for (const limiter of sieve) {
      const fast = verdictsOf(limiter, columns, CONTEXT);
      expect(Array.from(fast)).toEqual(Array.from(fast, (_, i) => slowVerdict(limiter, columns, i)));
    }
  });
  test('each work is stopped by the first that stops it, else held by the first that holds it, else through', () => {
    for (let i = 0; i < columns.numbers.length; i++) {
      const fates = sieve.map((l) => (l.on ? fateOf(slowVerdict(l, columns, i), l.whenUnknown) : 0));
      const stop = fates.indexOf(2);
      const hold = fates.indexOf(1);
      expect([outcomes.fate[i], outcomes.by[i]]).toEqual(stop >= 0 ? [2, stop] : hold >= 0 ? [1, hold] : [0, -1]);
    }
  });
  test('left + held + stopped so far are all works, in every row and database; nothing comes back', () => {
    const sizes = [
      columns.numbers.length,
      ...columns.databases.map((_, b) => Array.from(columns.membership).filter((m) => (m >>> b) & 1).length),
    ];
    let before = [0, ...columns.databases.map(() => 0)];
    for (const row of funnel.rows) {
      const cells = [row.whole, ...row.databases];
      cells.forEach((c, at) => {
        expect(c.left + c.held + c.stoppedSoFar).toBe(sizes[at]);
        expect(c.stoppedSoFar).toBe(before[at]! + c.stoppedHere);
      });
      before = cells.map((c) => c.stoppedSoFar);
    }
    expect(funnel.through + funnel.held + funnel.stopped).toBe(funnel.works);
  });
  test('every number opens exactly as many works', () => {
    for (const row of funnel.rows) {
      [row.whole, ...row.databases].forEach((cell, at) => {
        const whole = at === 0 && {
          'back-through': row.without.through,
          'held-alone': row.without.heldNow,
          'back-held': row.without.held,
          alone: row.alone,
        };
        const n = { left: cell.left, held: cell.held, 'stopped-here': cell.stoppedHere, stopped: cell.stoppedSoFar, ...whole };
        const opened = Object.fromEntries(FILLS.map((fill) => [fill, worksBehind(run, row.limiter, at - 1, fill).length]));
        expect(opened).toMatchObject(n);
      });
    }
  });
  test('what a limiter is said to cost is exactly what changes when it is switched off', () => {
    for (const row of funnel.rows.filter((r) => r.limiter >= 0)) {
      const without = funnelOf(
        runSieve(
          sieve.map((l, k) => (k === row.limiter ? { ...l, on: false } : l)),
          columns,
          CONTEXT,
        ),
      ); // prettier-ignore
      const { through, heldNow, held } = row.without;
      expect(without.through).toBe(funnel.through + through);
      expect(without.held).toBe(funnel.held + held - heldNow);
      expect(without.stopped).toBe(funnel.stopped - (through - heldNow) - held);
    }
  });
  test('a runner that goes from sieve to sieve gives what a fresh one gives', () => {
    const runner = new SieveRunner(columns);
    for (const other of [sieve, sieve.slice(1), sieve.toReversed(), randomSieve(next), [], sieve])
      expect(funnelOf(runner.run(other, CONTEXT))).toEqual(funnelOf(runSieve(other, columns, CONTEXT)));
  });
  test('order changes what is attributed to whom, never what is through, held or stopped', () => {
    expect(outcomesOf(runSieve(sieve.toReversed(), columns, CONTEXT)).fate).toEqual(outcomes.fate);
  });
  test('inferred evidence never adds to what cannot be told', () => {
    for (const limiter of sieve) {
      const [stated, all] = (['stated', 'stated-and-inferred'] as const).map((evidence) =>
        verdictsOf({ ...limiter, evidence }, columns, CONTEXT),
      );
      const open = (verdicts: Uint8Array) => verdicts.filter((v) => v === 1).length;
      expect(open(all!)).toBeLessThanOrEqual(open(stated!));
    }
  });
  test('columns survive the wire, also out of the middle of a larger buffer', () => {
    expect(decodeColumns(encodeColumns(columns))).toEqual(columns);
    expect(decodeColumns(Buffer.concat([Buffer.from('x'), encodeColumns(columns), Buffer.from('yz')]).subarray(1, -2))).toEqual(columns);
  });
  test('picked rows are the same rows', () => {
    const picked = pickRows(columns, [7, 2, 7]);
    expect(Array.from(picked.numbers)).toEqual([7, 2, 7].map((i) => columns.numbers[i]));
    for (const limiter of sieve) {
      const whole = verdictsOf(limiter, columns, CONTEXT);
      expect(Array.from(verdictsOf(limiter, picked, CONTEXT))).toEqual([7, 2, 7].map((i) => whole[i]));
    }
  });
  test('rows of patches stand in their places, what stays is shared, and the columns before are as they were', () => {
    const before = encodeColumns(columns);
    const patch = pickRows(columns, [5, 9]);
    patch.numbers.set([columns.numbers[3]!, 2 ** 30]);
    patch.revision = 12;
    const later = pickRows(columns, [1]);
    later.numbers[0] = columns.numbers[0]!;
    later.facets.language = { values: ['tlh'], all: Uint32Array.of(1), stated: Uint32Array.of(1) };
    later.revision = 13;
    const changed = withRows(columns, [patch, later]);
    const wanted = pickRows(
      columns,
      Array.from(columns.numbers, (_, i) => (i === 3 ? 5 : i === 0 ? 1 : i)),
    );
    for (const limiter of sieve) expect(verdictsOf(limiter, changed, CONTEXT)).toEqual(verdictsOf(limiter, wanted, CONTEXT));
    expect(changed.revision).toBe(13);
    const { values, all } = changed.facets.language;
    expect(values.filter((_, b) => (all[0]! >>> b) & 1)).toEqual(['tlh']);
    expect(changed.numbers).toBe(columns.numbers);
    expect(encodeColumns(columns)).toEqual(before);
    expect(withRows(columns, [])).toEqual(columns);
  });
  test('the engine of the browser gives the same funnel', () => {
    const engine = createSieveEngine();
    engine.load(columns, OCEBM_2011);
    expect(engine.run(sieve, AS_OF)).toEqual(funnel);
    const known = KNOWN_AS.map((k) => engine.known('level', -1, [k]).length);
    expect(known.reduce((a, b) => a + b, 0)).toBe(columns.numbers.length);
    expect(engine.census('level').whole).toEqual(Object.fromEntries(KNOWN_AS.map((k, i) => [k, known[i]])));
  });
  test('every count of a value opens as many works; a work of which nothing is known is behind none', () => {
    const engine = createSieveEngine();
    const some = structuredClone(columns);
    some.all.level[0] = fullMask(OCEBM_2011.levels.length);
    some.conflicts[0] = 0;
    engine.load(some, OCEBM_2011);
    const unknown = new Set(engine.known('level', -1, ['unknown']));
    expect(unknown.size).toBeGreaterThan(0);
    const { whole, databases } = engine.values('level');
    for (const as of ['settled', 'possible'] as const)
      whole[as].forEach((n, bit) => {
        const works = engine.withValue('level', bit, -1, as);
        expect(works).toHaveLength(n);
        expect(works.some((no) => unknown.has(no))).toBe(false);
        expect(engine.withValue('level', bit, 0, as)).toHaveLength(databases[0]![as][bit]!);
      });
  });
});

// Common practice: "last N years" by calendar year spans N + 1 of them; to the day it is the same day N years before.
test.each([
  ['to the day', { count: 'to-the-day', years: 10 }, '2016-09-14'],
  ['by calendar year', { count: 'calendar-years', years: 10 }, '2016-01-01'],
  ['this year only', { count: 'calendar-years', years: 0 }, '2026-01-01'],
] as const)('the window %s begins', (_, window, first) => {
  const w = windowOf(window, AS_OF);
  expect(dayToIso(w.from)).toBe(first);
  expect(w.to).toBe(Number.POSITIVE_INFINITY);
});
test.each([
  ['inside', '2020-01-01', '2020-12-31', 2],
  ['on the first day', '2016-09-14', '2016-09-14', 2],
  ['the day before', '2016-09-13', '2016-09-13', 0],
  ['a year that straddles the edge', '2016-01-01', '2016-12-31', 1],
  ['dated ahead of the as-of date', '2027-01-01', '2027-01-31', 2],
] as const)('a work %s', (_, from, to, verdict) => {
  const columns = emptyColumns(1, [], 1);
  columns.dates.earliest.from[0] = isoToDay(from);
  columns.dates.earliest.to[0] = isoToDay(to);
  expect(Array.from(verdictsOf(recency({ count: 'to-the-day', years: 10 }), columns, CONTEXT))).toEqual([verdict]);
});
test('a fixed window has both bounds, and no date can be told nothing', () => {
  const columns = emptyColumns(2, [], 1);
  columns.dates.earliest.from.set([isoToDay('2021-01-01'), NO_DATE.from]);
  columns.dates.earliest.to.set([isoToDay('2021-01-31'), NO_DATE.to]);
  expect(Array.from(verdictsOf(recency({ count: 'fixed', from: '2019-01-01', to: '2020-12-31' }), columns, CONTEXT))).toEqual([0, 1]);
});

test('a conflicting axis is never counted as settled', () => {
  const columns = emptyColumns(1, [], 1);
  columns.all.level[0] = 2;
  columns.stated.level[0] = 2;
  expect(knownAs(columns, 'level', 63)).toEqual(['settled']);
  columns.conflicts[0] = 1 << MASK_AXES.indexOf('level');
  expect(knownAs(columns, 'level', 63)).toEqual(['conflicting']);
});
test('a limiter that names no real value is refused, not passed over', () => {
  expect(() => verdictsOf(coded('level', ['9']), emptyColumns(1, [], 1), CONTEXT)).toThrow('no such value: 9');
  expect(limiterSchema.safeParse({ ...coded('level', ['1']), test: { kind: 'coded', axis: 'level', allowed: [] } }).success).toBe(false);
  expect(limiterSchema.safeParse(recency({ count: 'fixed', from: '2020-01-02', to: '2020-01-01' })).success).toBe(false);
  expect(limiterSchema.safeParse({ ...coded('level', ['1']), surprise: 1 }).success).toBe(false);
});
test('limiters in words', () => {
  expect(limiterWords(coded('level', ['1', '2']), OCEBM_2011, AS_OF)).toBe('Evidence level: Level 1, Level 2');
  expect(limiterWords(recency({ count: 'to-the-day', years: 10 }), OCEBM_2011, AS_OF)).toBe(
    'first public, last 10 years to the day, from 14 Sep 2016',
  );
});
