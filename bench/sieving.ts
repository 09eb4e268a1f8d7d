/** Sieving a million works on one core, and beside it, on the same data in the same run, what else one could use. */
import { gzipSync } from 'node:zlib';
import { op, escape as plainly, table } from 'arquero';
import crossfilter from 'crossfilter2';
import { Client } from 'pg';
import { OCEBM_2011 } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { axisValues, type Columns, emptyColumns, funnelOf, type Limiter, MASK_AXES, runSieve, type Sieve, SieveRunner } from '@/core/sieve';
import { encodeColumns } from '@/core/storage';
import { databaseUrl } from '@/platform/db/config';
import { seeded } from '@/testing/seeded';
import { row, seconds } from './print';

const AS_OF = isoToDay('2026-09-14');
const CONTEXT = { asOf: AS_OF, scheme: OCEBM_2011 };
const DATABASES = ['a', 'b', 'c', 'd', 'e', 'f'];

/** Works as a review has them: few values are common, a fifth is open, and most are in one or two databases. */
export function seededWorks(n: number): Columns {
  const next = seeded(20260914);
  const columns = emptyColumns(n, DATABASES, 1);
  columns.facets.language.values = ['en', 'es', 'de', 'fr'];
  const skewed = (values: number) => Math.floor(next() ** 2.5 * values);
  for (let i = 0; i < n; i++) {
    columns.numbers[i] = i + 1;
    columns.membership[i] = (1 << skewed(6)) | (next() < 0.4 ? 1 << Math.floor(next() * 6) : 0);
    for (const axis of MASK_AXES) {
      const values = axisValues(axis, OCEBM_2011).length;
      const one = 1 << skewed(values);
      columns.all[axis][i] = next() < 0.8 ? one : one | (1 << skewed(values));
      columns.stated[axis][i] = next() < 0.6 ? columns.all[axis][i]! : 2 ** values - 1;
    }
    const first = AS_OF - Math.floor(next() ** 1.5 * 12_000);
    const last = next() < 0.7 ? first : first + 300;
    for (const kind of ['earliest', 'issue'] as const) {
      columns.dates[kind].from[i] = first;
      columns.dates[kind].to[i] = last;
    }
    columns.facets.language.all[i] = columns.facets.language.stated[i] = 1 << skewed(4);
    columns.complete[i] = next() < 0.9 ? 1 : 0;
    columns.flags[i] = next() < 0.01 ? 2 : 0;
  }
  return columns;
}

const limiter = (id: string, test: Limiter['test']): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
});
const codes = (axis: (typeof MASK_AXES)[number], n: number) =>
  axisValues(axis, OCEBM_2011)
    .slice(0, n)
    .map((v) => v.code); // prettier-ignore
export const EIGHT: Sieve = [
  limiter('source', { kind: 'coded', axis: 'sourceType', allowed: codes('sourceType', 9) }),
  limiter('peer', { kind: 'coded', axis: 'peerReview', allowed: codes('peerReview', 3) }),
  limiter('type', { kind: 'coded', axis: 'publicationType', allowed: codes('publicationType', 12) }),
  limiter('design', { kind: 'coded', axis: 'design', allowed: codes('design', 14) }),
  limiter('level', { kind: 'coded', axis: 'level', allowed: codes('level', 4) }),
  limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } }),
  limiter('language', { kind: 'facet', facet: 'language', allowed: ['en', 'es'] }),
  limiter('flags', { kind: 'flags', flags: ['retracted'] }),
];

/** One change as a person makes it: another policy, a value more or less, another window. */
export function changed(sieve: Sieve, turn: number): Sieve {
  const k = turn % sieve.length;
  const old = sieve[k]!;
  const { test } = old;
  const round = Math.floor(turn / sieve.length);
  if (round % 2 === 0) return sieve.with(k, { ...old, whenUnknown: old.whenUnknown === 'hold' ? 'stop' : 'hold' });
  if (test.kind === 'recency') return sieve.with(k, { ...old, test: { ...test, window: { count: 'to-the-day', years: 3 + (turn % 15) } } });
  if (test.kind === 'coded') {
    const all = axisValues(test.axis, OCEBM_2011).map((v) => v.code);
    const more = all[test.allowed.length % all.length]!;
    const allowed =
      test.allowed.includes(more) || test.allowed.length > all.length - 2 ? test.allowed.slice(0, -1) : [...test.allowed, more];
    return sieve.with(k, { ...old, test: { ...test, allowed } });
  }
  if (test.kind === 'facet') return sieve.with(k, { ...old, test: { ...test, allowed: test.allowed.length > 1 ? ['en'] : ['en', 'es'] } });
  return sieve.with(k, { ...old, whenUnknown: 'hold' });
}

interface Times {
  p50: number;
  p95: number;
}
const quantiles = (times: number[]): Times => {
  const sorted = times.toSorted((a, b) => a - b);
  return { p50: sorted[Math.floor(sorted.length / 2)]!, p95: sorted[Math.floor(sorted.length * 0.95)]! };
};
const ms = ({ p50, p95 }: Times) => `p50 ${p50.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`;
const thousands = (n: number) => n.toLocaleString('en-GB');

/** Every change, with all counts: left, held, stopped for the whole and each database, only-by-this, what returns. */
function ours(columns: Columns, turns: number): { cold: number; times: Times } {
  const from = process.hrtime.bigint();
  const runner = new SieveRunner(columns);
  funnelOf(runner.run(EIGHT, CONTEXT));
  const cold = seconds(from) * 1000;
  let sieve = EIGHT;
  const times: number[] = [];
  for (let turn = 0; turn < turns; turn++) {
    sieve = changed(sieve, turn);
    const start = process.hrtime.bigint();
    funnelOf(runner.run(sieve, CONTEXT));
    times.push(seconds(start) * 1000);
  }
  return { cold, times: quantiles(times) };
}

/** The fate of each work at each limiter of the eight, worked out beforehand and given to the peers for nothing. */
function fates(columns: Columns, sieve: Sieve): Uint8Array[] {
  const { stops, holds } = runSieve(sieve, columns, CONTEXT);
  return sieve.map((_, k) => Uint8Array.from(stops, (s, i) => (((s >>> k) & 1) << 1) | ((holds[i]! >>> k) & 1)));
}

/** At which fate a limiter lets through: 0 when what it can't tell is kept out, 1 when that goes on. One changes a turn. */
const mostAt = (turn: number): number[] => EIGHT.map((_, k) => (k <= turn % 8 ? (turn >> 3) % 2 : ((turn >> 3) + 1) % 2));

/**
 * A crossfilter: it has one set of filters, so every row of the funnel takes one of its own, with a dimension for each
 * limiter up to there and a count for the whole and each database. Asked for what is through alone.
 */
function withCrossfilter(columns: Columns, turns: number): Times {
  const own = fates(columns, EIGHT);
  const indexes = Array.from(columns.numbers, (_, i) => i);
  const rows = EIGHT.map((_, k) => {
    const filter = crossfilter(indexes);
    const dimensions = own.slice(0, k + 1).map((fate) => filter.dimension((i) => fate[i]!));
    const groups = DATABASES.map((_, b) => filter.groupAll<number>().reduceSum((i) => (columns.membership[i]! >>> b) & 1));
    return { dimensions, groups: [...groups, filter.groupAll<number>().reduceCount()] };
  });
  const set = (k: number, most: number) => {
    for (const { dimensions, groups } of rows.slice(k)) {
      dimensions[k]!.filterRange([0, most + 1]);
      for (const g of groups) g.value();
    }
  };
  for (const [k, most] of mostAt(-1).entries()) set(k, most);
  return timed(turns, (turn) => set(turn % 8, mostAt(turn)[turn % 8]!));
}

/** A columnar data frame: filtered limiter after limiter, and counted after each. Asked for what is through alone. */
function withDataFrame(columns: Columns, turns: number): Times {
  const own = fates(columns, EIGHT);
  const frame = table({
    ...Object.fromEntries(own.map((f, k) => [`f${k}`, f])),
    ...Object.fromEntries(DATABASES.map((_, b) => [`d${b}`, Uint8Array.from(columns.membership, (m) => (m >>> b) & 1)])),
  });
  const sums = Object.fromEntries(DATABASES.map((_, b) => [`d${b}`, op.sum(`d${b}`)]));
  return timed(turns, (turn) => {
    let left = frame;
    mostAt(turn).forEach((most, k) => {
      left = left.filter(plainly((d: Record<string, number>) => d[`f${k}`]! <= most));
      left.rollup({ n: op.count(), ...sums }).objects();
    });
  });
}

/** A plain count in PostgreSQL, one statement for all rows, in memory. Asked for what is through alone. */
async function withSql(columns: Columns, turns: number): Promise<Times> {
  const client = new Client({ connectionString: databaseUrl() });
  await client.connect();
  const own = fates(columns, EIGHT);
  await client.query(`create unlogged table bench_work (${EIGHT.map((_, k) => `f${k} smallint`).join(', ')}, membership int)`);
  await client.query('begin');
  const size = columns.numbers.length;
  for (let at = 0; at < size; at += 10_000) {
    const rows: string[] = [];
    for (let i = at; i < Math.min(size, at + 10_000); i++) rows.push(`(${own.map((f) => f[i]).join(',')},${columns.membership[i]})`);
    await client.query(`insert into bench_work values ${rows.join(',')}`);
  }
  await client.query('commit');
  await client.query('vacuum analyze bench_work');
  const times: number[] = [];
  for (let turn = 0; turn < turns; turn++) {
    const most = mostAt(turn);
    const counts = EIGHT.flatMap((_, k) => {
      const left = most
        .slice(0, k + 1)
        .map((m, j) => `f${j} <= ${m}`)
        .join(' and '); // prettier-ignore
      return ['true', ...DATABASES.map((_, b) => `membership & ${1 << b} <> 0`)].map((w) => `count(*) filter (where ${left} and ${w})`);
    });
    const start = process.hrtime.bigint();
    await client.query(`select ${counts.join(', ')} from bench_work`);
    times.push(seconds(start) * 1000);
  }
  await client.query('drop table bench_work');
  await client.end();
  return quantiles(times);
}

function timed(turns: number, change: (turn: number) => unknown): Times {
  return quantiles(
    Array.from({ length: turns }, (_, turn) => {
      const start = process.hrtime.bigint();
      change(turn);
      return seconds(start) * 1000;
    }),
  );
}

/** How many works the same is asked of, to see how its cost grows. */
const GROWTH = [10_000, 100_000, 1_000_000, 5_000_000];

/** The least that one change costs: the masks of an axis read, verdicts compared and written, and both words of every work looked at. */
function bareMs(columns: Columns): number {
  const size = columns.numbers.length;
  const [verdicts, before] = [new Uint8Array(size), new Uint8Array(size)];
  const [stops, holds] = [new Int32Array(size), new Int32Array(size)];
  const masks = columns.all.design;
  const pass = () => {
    let sum = 0;
    for (let i = 0; i < size; i++) {
      verdicts[i] = masks[i]! & 1;
      sum += (stops[i]! ^ holds[i]!) + (verdicts[i]! ^ before[i]!);
    }
    return sum;
  };
  return timed(20, pass).p50;
}

export async function sieving() {
  const works = 1_000_000;
  const columns = seededWorks(works);
  const { cold, times } = ours(columns, 160);
  const what = `${thousands(works)} works, 8 limiters, 6 databases`;
  row(`one limiter changed, everything counted: ${what}, 160 changes`, `${ms(times)}; first run ${cold.toFixed(0)} ms`);
  const peers: [string, Times][] = [
    ['a crossfilter (crossfilter2)', withCrossfilter(columns, 64)],
    ['a data frame (Arquero)', withDataFrame(columns, 16)],
    ['a plain count in PostgreSQL', await withSql(columns, 16)],
  ];
  row('beside it, only what is through after each limiter, fates at each limiter given:', '');
  for (const [name, t] of peers) row(`  ${name}`, `${ms(t)}; ${(t.p95 / times.p95).toFixed(1)} times as long at p95`);
  row('the limit: what a change must read and write, passed over once', `${bareMs(columns).toFixed(1)} ms`);
  for (const n of GROWTH) {
    const grown = ours(seededWorks(n), 80);
    row(`growth: ${thousands(n)} works`, `${ms(grown.times)}; first run ${grown.cold.toFixed(0)} ms`);
  }
  const small = seededWorks(200_000);
  const { cold: first, times: fast } = ours(small, 160);
  row('the same of 200,000 works', `${ms(fast)}; first run ${first.toFixed(0)} ms`);
  const bytes = encodeColumns(small);
  const from = process.hrtime.bigint();
  const packed = gzipSync(bytes, { level: 1 });
  row(
    'columns of 200,000 works on the wire',
    `${(packed.length / 1e6).toFixed(2)} MB compressed in ${(seconds(from) * 1000).toFixed(0)} ms, of ${(bytes.length / 1e6).toFixed(1)} MB`,
  );
}
