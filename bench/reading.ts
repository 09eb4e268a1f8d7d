/**
 * tsx bench/reading.ts: seeded files of 100,000 records read by our readers, each in a process of its own, and the same
 * file by a general-purpose library in the same run; a file ten times as small shows whether memory grows with it.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WORKER_MEMORY } from '../scripts/application.mjs';
import { row } from './print';
import { SHAPES, writeSeeded } from './seeded-files';

const RECORDS = 100_000;
const PEER_RECORDS = { bibtex: 2000, ris: 3000, nbib: 100_000, 'pubmed-xml': 30_000 } as const;

interface Figures {
  name?: string;
  records: number;
  bytes: number;
  seconds: number;
  rssMegabytes: number;
}

function measured(args: string[]): Figures {
  // With the memory that a worker is given, in which files are read.
  const { stdout, stderr, status } = spawnSync(process.execPath, [...WORKER_MEMORY, ...args], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout) as Figures;
}
const rate = (f: Figures) =>
  `${(f.bytes / 1e6 / f.seconds).toFixed(1)} MB/s, ${Math.round(f.records / f.seconds).toLocaleString('en-GB')} records/s`;

export function reading() {
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
  try {
    for (const format of Object.keys(SHAPES) as (keyof typeof SHAPES)[]) {
      const path = join(folder, `big.${format}`);
      const bytes = writeSeeded(path, format, RECORDS);
      const ours = measured(['--import', 'tsx', 'bench/read-one.ts', format, path]);
      const peer = measured(['bench/peers.mjs', format, path, String(PEER_RECORDS[format])]);
      const small = join(folder, `small.${format}`);
      writeSeeded(small, format, RECORDS / 10);
      const less = measured(['--import', 'tsx', 'bench/read-one.ts', format, small]);
      row(`read ${format}: ${ours.records.toLocaleString('en-GB')} records, ${(bytes / RECORDS / 1000).toFixed(1)} kB each`, rate(ours));
      row(`  most memory; with a tenth of the records`, `${ours.rssMegabytes.toFixed(0)} MB; ${less.rssMegabytes.toFixed(0)} MB`);
      row(`  beside it: ${peer.name} (${peer.records.toLocaleString('en-GB')} records)`, rate(peer));
      const bare = measured(['--import', 'tsx', 'bench/read-one.ts', 'bare', path]);
      row('  the limit: decoded and its lines counted', `${(bare.bytes / 1e6 / bare.seconds).toFixed(1)} MB/s`);
      const tenth = less.records / less.seconds;
      row('  growth: a record of 100,000, times one of 10,000', `${(tenth / (ours.records / ours.seconds)).toFixed(2)}`);
      rmSync(path);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
