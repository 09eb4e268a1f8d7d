import type { EvidenceScheme } from '@/core/classify';
import { fullMask } from '@/core/vocabularies';
import { type CensusAxis, type CensusCounts, census, type KnownAs, knownAs, type ValueCounts, valueCounts, worksWithValue } from './census';
import { type Columns, decodeColumns, type MaskAxis } from './columns';
import { type Fill, type Funnel, funnelOf, runSieve, type SieveRun, worksBehind } from './funnel';
import { axisValues, type Sieve } from './limiter';

/** What a browser asks of the sieve: the columns are handed in once, then every question is answered from them. */
export interface SieveEngine {
  load(bytes: Uint8Array, scheme: EvidenceScheme): { works: number; revision: number; databases: string[] };
  run(sieve: Sieve, asOf: number): Funnel;
  /** Numbers of the works behind a figure of the last run. */
  works(limiter: number, database: number, fill: Fill): number[];
  census(axis: CensusAxis): { whole: CensusCounts; databases: CensusCounts[] };
  /** How many works have each value of an axis, as a whole and per database. */
  values(axis: MaskAxis): ValueCounts;
  /** Numbers of the works that are settled on a value, or that may have it among others, in a database (-1 for the whole). */
  withValue(axis: MaskAxis, bit: number, database: number, as: 'settled' | 'possible'): number[];
  /** Numbers of the works that are known in one of these ways on an axis, in a database (-1 for the whole). */
  known(axis: CensusAxis, database: number, as: readonly KnownAs[]): number[];
}

/** The engine over the same functions that the server and the command line call; a worker only exposes it. */
export function createSieveEngine(): SieveEngine {
  let columns: Columns | null = null;
  let last: SieveRun | null = null;
  const loaded = (): Columns => {
    if (!columns) throw new Error('the columns are not loaded');
    return columns;
  };
  let scheme: EvidenceScheme | null = null;
  const all = (axis: CensusAxis) => (axis === 'date' ? 0 : fullMask(axisValues(axis, scheme!).length));
  return {
    load(bytes, given) {
      columns = decodeColumns(bytes);
      scheme = given;
      last = null;
      return { works: columns.numbers.length, revision: columns.revision, databases: columns.databases };
    },
    run(sieve, asOf) {
      last = runSieve(sieve, loaded(), { asOf, scheme: scheme! });
      return funnelOf(last);
    },
    works(limiter, database, fill) {
      if (!last) throw new Error('the sieve has not been run');
      return worksBehind(last, limiter, database, fill).map((i) => last!.columns.numbers[i]!);
    },
    census: (axis) => census(loaded(), axis, all(axis)),
    values: (axis) => valueCounts(loaded(), axis, axisValues(axis, scheme!).length),
    withValue: (axis, bit, database, as) => worksWithValue(loaded(), { axis, values: axisValues(axis, scheme!).length, bit, database, as }),
    known(axis, database, as) {
      const c = loaded();
      const found: number[] = [];
      knownAs(c, axis, all(axis)).forEach((k, i) => {
        if (as.includes(k) && (database < 0 || (c.membership[i]! >>> database) & 1)) found.push(c.numbers[i]!);
      });
      return found;
    },
  };
}
