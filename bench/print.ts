import { execFileSync } from 'node:child_process';
import { cpus, totalmem } from 'node:os';

export const row = (what: string, figure: string) => console.log(`${what.padEnd(84)}${figure}`);
export const seconds = (from: bigint) => Number(process.hrtime.bigint() - from) / 1e9;

/** The machine's facts, in a line. */
export const machine = () =>
  `Node.js ${process.version}, ${cpus()[0]?.model ?? 'unknown processor'} (${cpus().length} cores), ${Math.round(totalmem() / 2 ** 30)} GB, ${execFileSync('uname', ['-sr'], { encoding: 'utf8' }).trim()}`;

/** Median and 95th percentile of times in milliseconds. */
export const spread = (list: readonly number[]) => {
  const sorted = [...list].sort((a, b) => a - b);
  return `p50 ${sorted[Math.floor(sorted.length / 2)]!.toFixed(0)} ms, p95 ${sorted[Math.floor(sorted.length * 0.95)]!.toFixed(0)} ms`;
};
