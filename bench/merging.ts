/** Merging: how good on records with known truth, and how fast. */
import { execFileSync } from 'node:child_process';
import { quality } from './merging/quality';
import { trigrams } from './merging/trigrams';
import { row } from './print';

/** Never looked at while the weights were set: the figures that count. */
const UNSEEN = { first: [20261125, 7654321], second: [20261128, 8642097] } as const;

/** How many records the same is asked of, to see how its cost grows. */
const SIZES = [10_000, 100_000, 1_000_000] as const;
/** Fewer for what takes minutes for 10,000. */
const TITLES = 3000;

interface Speed {
  whole: number;
  /** The same identifiers and titles put into tables once. */
  bare: number;
  linking: number;
  adds: number;
  stale: boolean;
  works: number;
  before: number;
  peak: number;
}

function speed(records: number): Speed {
  const output = execFileSync(
    process.execPath,
    ['--expose-gc', '--max-old-space-size=16000', '--import', 'tsx', 'bench/merging/speed.ts', String(records)],
    {
      encoding: 'utf8',
      env: { ...process.env, NODE_OPTIONS: '' },
    },
  );
  return JSON.parse(output.trim().split('\n').at(-1)!) as Speed;
}

export async function merging() {
  for (const corpus of ['first', 'second'] as const) for (const seed of UNSEEN[corpus]) quality(8000, seed, corpus);
  const times: number[] = [];
  for (const size of SIZES) {
    const s = speed(size);
    times.push(s.whole);
    row(`${size.toLocaleString('en-GB')} records into ${s.works.toLocaleString('en-GB')} works, keys included`, `${s.whole.toFixed(1)} s`);
    row('  the limit: their identifiers and titles put into tables once', `${s.bare.toFixed(2)} s`);
    row('  families of them', `${s.linking.toFixed(2)} s`);
    row('  1,000 more records joined to them', `${s.adds.toFixed(2)} s${s.stale ? ' (all scored again)' : ''}`);
    row(
      '  most memory, records and corpus included (before: the corpus alone)',
      `${Math.round(s.peak / 1e6)} MB (${Math.round(s.before / 1e6)} MB)`,
    );
  }
  row(
    'growth: each size, times ten of the one before',
    times
      .slice(1)
      .map((t, i) => (t / (10 * times[i]!)).toFixed(2))
      .join(', '),
  );
  const beside = await trigrams(TITLES);
  row(
    `beside it: ${TITLES.toLocaleString('en-GB')} titles alike by PostgreSQL’s trigrams and their index, pairs only`,
    beside ? `${beside.took.toFixed(1)} s, ${beside.pairs.toLocaleString('en-GB')} pairs` : 'the server lacks the extension',
  );
  const output = execFileSync(process.execPath, ['--expose-gc', '--import', 'tsx', 'bench/merging/job.ts', '100000'], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  const job = JSON.parse(output.trim().split('\n').at(-1)!) as Record<string, number>;
  row('the whole job in PostgreSQL, claims and classification included: 100,000 records', `${job['first classify-review']!.toFixed(1)} s`);
  row('  1,000 more', `${job['added classify-review']!.toFixed(1)} s`);
  row('  most memory of the worker', `${Math.max(job['first peak MB']!, job['added peak MB']!)} MB`);
}
