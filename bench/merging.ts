/** Merging: how good on records with known truth, and how fast. */
import { execFileSync } from 'node:child_process';
import { quality } from './merging/quality';
import { row } from './print';

/** Never looked at while the weights were set: the figures that count. */
const UNSEEN = { first: [20261125, 7654321], second: [20261128, 8642097] } as const;

interface Speed {
  whole: number;
  linking: number;
  adds: number;
  stale: boolean;
  works: number;
  before: number;
  peak: number;
}

function speed(records: number): Speed {
  const output = execFileSync(process.execPath, ['--expose-gc', '--import', 'tsx', 'bench/merging/speed.ts', String(records)], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  return JSON.parse(output.trim().split('\n').at(-1)!) as Speed;
}

export function merging() {
  for (const corpus of ['first', 'second'] as const) for (const seed of UNSEEN[corpus]) quality(8000, seed, corpus);
  const [small, large] = [speed(10_000), speed(100_000)];
  for (const [n, s] of [
    ['10,000', small],
    ['100,000', large],
  ] as const) {
    row(`${n} records into ${s.works.toLocaleString('en-GB')} works, keys included`, `${s.whole.toFixed(1)} s`);
    row('  families of them', `${s.linking.toFixed(2)} s`);
    row('  1,000 more records joined to them', `${s.adds.toFixed(2)} s${s.stale ? ' (all scored again)' : ''}`);
    row(
      '  most memory, records and corpus included (before: the corpus alone)',
      `${Math.round(s.peak / 1e6)} MB (${Math.round(s.before / 1e6)} MB)`,
    );
  }
  const output = execFileSync(process.execPath, ['--expose-gc', '--import', 'tsx', 'bench/merging/job.ts', '100000'], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  const job = JSON.parse(output.trim().split('\n').at(-1)!) as Record<string, number>;
  row('the whole job in PostgreSQL, claims and classification included: 100,000 records', `${job['first classify-review']!.toFixed(1)} s`);
  row('  1,000 more', `${job['added classify-review']!.toFixed(1)} s`);
  row('  most memory of the worker', `${Math.max(job['first peak MB']!, job['added peak MB']!)} MB`);
  row('growth from 10,000 to 100,000 records', `${(large.whole / small.whole).toFixed(1)}-fold`);
}
