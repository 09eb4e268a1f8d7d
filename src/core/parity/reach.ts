import { type Columns, type Limiter, rowOf, runSieve, type SieveContext, UNKNOWN, verdictsOf } from '@/core/sieve';
import { workMarks } from './work-marks';

/** Which works come to a limiter, and of which the outcome hangs on it. */
export interface AtLimiter {
  /** Whether no earlier limiter stops the work. */
  comes(work: number): boolean;
  /** How many of these works come to it, each counted once. */
  reached(works: Int32Array): number;
  /** Whether the limiter cannot tell of the work by all its records, and nothing else stops or holds it. */
  hangs(work: number): boolean;
}

/** @param sieve the limiters that are on, in their order; the k-th is asked for by its place */
export function reachOf(sieve: readonly Limiter[], columns: Columns, context: SieveContext): (k: number) => AtLimiter {
  const { stops, holds } = runSieve([...sieve], columns, context);
  return (k) => {
    const limiter = sieve[k]!;
    const own = 1 << k;
    const before = own - 1;
    const said = new Set((context.overrides ?? []).flatMap((o) => (o.limiters.includes(limiter.id) ? [o.work] : [])));
    let verdicts: Uint8Array | null = null;
    const comes = (work: number): boolean => {
      const row = rowOf(columns, work);
      return row === undefined || (stops[row]! & before) === 0;
    };
    return {
      comes,
      reached(works) {
        const met = workMarks(works);
        let n = 0;
        for (const work of works) {
          if (met[work]) continue;
          met[work] = 1;
          if (comes(work)) n++;
        }
        return n;
      },
      hangs(work) {
        const row = rowOf(columns, work);
        if (row === undefined || said.has(work) || ((stops[row]! | holds[row]!) & ~own) !== 0) return false;
        verdicts ??= verdictsOf(limiter, columns, context);
        return verdicts[row] === UNKNOWN;
      },
    };
  };
}
