import { LEFT, type Limiter, MASK_AXES } from '@/core/sieve';
import { bitCount } from '@/core/vocabularies';
import { openReview } from '@/platform/context';
import { decideWork } from '@/stages/decide/commands/decide';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { reviewState } from '@/stages/decide/store/review-state';
import { retrieveView } from '@/stages/retrieve/queries/retrieve-view';
import { overview } from '@/stages/review/queries/overview';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { writeUpData } from './queries/data';
import { axisCounts, tablesOf } from './queries/tables';

let db: TestDatabase;
let id: string;

const limiter = (name: string, test: Limiter['test']): Limiter => ({
  ...{ id: name, name, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: 'We say so.', on: true, test },
});
const SIEVE = [
  limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '2019-01-01', to: null } }),
  limiter('articles', { kind: 'coded', axis: 'publicationType', allowed: ['research-article', 'systematic-review'] }),
];

/** Works of every fate: of old years, of kinds that the sieve stops, of none that can be told. */
const entry = (n: number) =>
  risEntry(
    n,
    `${['A randomised trial of mats', 'Mats: a systematic review', 'Editorial: mats', 'Mats'][n % 4]} for guild ${n * 7}`,
    `PY  - ${2016 + (n % 8)}`,
    ...(n % 4 === 0 ? ['AB  - We randomised 40 tilers to mats.', 'M3  - Randomized Controlled Trial'] : []),
    ...(n % 4 === 2 ? ['M3  - Editorial'] : []),
  );

beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const range = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => entry(from + i)).join('\n');
  await importText(db, id, 'VH', range(1, 25));
  await importText(db, id, 'OF', range(17, 41));
  await startReasons(db.context(), id);
  const review = await openReview(db.context(), id);
  await said(saveSieve(db.context(), id, { sieve: SIEVE, seenEdit: review.sieveEdit }));
  const state = await reviewState(db.context(), id);
  const through = [...state.columns.numbers].filter((_, i) => state.outcomes.fate[i] === LEFT);
  for (const [i, workNo] of through.entries()) {
    const verdict = (['keep', 'exclude', 'background'] as const)[i % 4];
    if (!verdict) continue;
    const reasonCode = verdict === 'exclude' ? ['population', 'intervention'][Math.floor(i / 4) % 2]! : '';
    await said(decideWork(db.context(), id, { workNo, verdict, reasonCode, grounds: 'Read.', seenSeq: 0 }));
  }
});
afterAll(() => db.close());

/** The tables of the write-up by their ids, each row by its columns. */
async function tables(): Promise<Record<string, Record<string, unknown>[]>> {
  const made = tablesOf(await writeUpData(db.context(), id));
  return Object.fromEntries(made.map((t) => [t.id, t.rows.map((row) => Object.fromEntries(t.columns.map((c, i) => [c, row[i]])))]));
}
const sum = (rows: readonly Record<string, unknown>[], column: string) => rows.reduce((n, row) => n + Number(row[column]), 0);

test('the search log has every retrieval, and its records are all that there are', async () => {
  const log = (await tables())['search-log']!;
  const { retrievals } = await retrieveView(db.context(), id);
  expect(log.map((r) => r.retrieval)).toEqual(retrievals.map((r) => r.number));
  expect(sum(log, 'records')).toBe((await overview(db.context(), id)).records);
});

test('each limiter stops and holds as many works as the sieve says, one by one', async () => {
  const { run, columns, review } = await reviewState(db.context(), id);
  const limiters = (await tables()).limiters!;
  review.sieve.forEach((l, k) => {
    const at = (words: ArrayLike<number>) => [...columns.numbers.keys()].filter((i) => (words[i]! >>> k) & 1).length;
    expect(limiters[k]).toMatchObject({ limiter: l.name, stops: at(run.stops), holds: at(run.holds) });
  });
  expect(sum(limiters, 'stops')).toBeGreaterThan(0);
  expect(sum(limiters, 'holds')).toBeGreaterThan(0);
});

test('kept, excluded and background are the decided works, each once, with their databases and reasons', async () => {
  const state = await reviewState(db.context(), id);
  const made = await tables();
  for (const [table, now] of [
    ['kept', 'kept'],
    ['excluded', 'excluded'],
    ['background', 'background'],
  ] as const) {
    const wanted = [...state.columns.numbers].filter((_, i) => state.states[i] === now);
    expect(wanted.length).toBeGreaterThan(0);
    expect(made[table]!.map((r) => r.work).sort((a, b) => Number(a) - Number(b))).toEqual(wanted);
    for (const row of made[table]!) {
      const i = state.indexOf.get(Number(row.work))!;
      expect(String(row.databases).split('; ')).toHaveLength(bitCount(state.columns.membership[i]!));
      expect(row['decided by']).not.toBe('');
    }
  }
  const reasons = new Set(made.excluded!.map((r) => r.reason));
  expect(reasons.size).toBe(2);
  expect(reasons).not.toContain('');
});

test('works by classification: of every axis all kept, excluded and through are in one row each', async () => {
  const state = await reviewState(db.context(), id);
  const made = (await tables()).axes!;
  const through = [...state.outcomes.fate].filter((f) => f === LEFT).length;
  const { kept, excluded } = (await overview(db.context(), id)).states;
  const counted = axisCounts({ state });
  expect(counted.map((c) => c.axis)).toEqual([...MASK_AXES]);
  for (const { label, axis } of counted) {
    const rows = made.filter((r) => r.axis === label);
    expect([sum(rows, 'kept'), sum(rows, 'excluded'), sum(rows, 'through the sieve')]).toEqual([kept, excluded, through]);
    const open = [...state.columns.all[axis]].filter((mask, i) => bitCount(mask) !== 1 && state.outcomes.fate[i] === LEFT).length;
    expect(
      sum(
        rows.filter((r) => r.value === 'open or disputed'),
        'through the sieve',
      ),
    ).toBe(open);
  }
});

test('what is counted by axis is counted anew when something is decided, and only then', async () => {
  const before = axisCounts({ state: await reviewState(db.context(), id) });
  expect(axisCounts({ state: await reviewState(db.context(), id) })).toBe(before);
  const state = await reviewState(db.context(), id);
  const open = [...state.columns.numbers].find((_, i) => state.states[i] === 'undecided')!;
  await said(decideWork(db.context(), id, { workNo: open, verdict: 'keep', reasonCode: '', grounds: 'Read.', seenSeq: 0 }));
  const after = axisCounts({ state: await reviewState(db.context(), id) });
  const kept = (counts: typeof before) => counts[0]!.rows.reduce((n, r) => n + r.kept, 0);
  expect(kept(after)).toBe(kept(before) + 1);
});

test('the flow begins with all records and ends with what is sought and included', async () => {
  const { flow } = await writeUpData(db.context(), id);
  const { records, works, states } = await overview(db.context(), id);
  const rows = (await tables()).flow!;
  const of = (words: RegExp) => rows.filter((r) => words.test(String(r.what))).map((r) => Number(r.count));
  expect([flow!.sought, flow!.total.included]).toEqual([states.kept, 0]);
  expect(of(/^– .*Database (VH|OF)/).reduce((a, b) => a + b, 0)).toBe(records);
  expect(of(/duplicate/i)).toContain(records - works);
});
