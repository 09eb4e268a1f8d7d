import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
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

/**
 * Says, when it is called, what share of the processors' time a virtual machine's host has given to others since: where
 * it is large, times are those of a machine so much slower. '' where the system does not tell.
 */
export function takenByOthers(): () => string {
  const read = () =>
    existsSync('/proc/stat') ? readFileSync('/proc/stat', 'utf8').split('\n')[0]!.trim().split(/\s+/).slice(1, 9).map(Number) : null;
  const from = read();
  return () => {
    const to = read();
    if (!from || !to) return '';
    // user, nice, system, idle, iowait, irq, softirq, steal
    const spent = to.map((n, i) => n - from[i]!);
    const [idle, waiting, stolen] = [spent[3]!, spent[4]!, spent[7]!];
    const wanted = spent.reduce((sum, n) => sum + n, 0) - idle - waiting;
    return wanted > 0 ? `of the processor time that was wanted, the host gave ${((100 * stolen) / wanted).toFixed(0)} % to others` : '';
  };
}
