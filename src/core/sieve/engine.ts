import { SCHEMES } from '@/core/classify';
import { fullMask } from '@/core/vocabularies';
import { type CensusAxis, type CensusCounts, census, type KnownAs, knownAs } from './census';
import { type Columns, decodeColumns } from './columns';
import { type Fill, type Funnel, funnelOf, runSieve, type SieveRun, worksBehind } from './funnel';
import { axisValues, type Sieve } from './limiter';

/** What a browser asks of the sieve: the columns are handed in once, then every question is answered from them. */
export interface SieveEngine {
  load(bytes: Uint8Array): { works: number; revision: number; databases: string[] };
  run(sieve: Sieve, asOf: number, schemeId: string): Funnel;
  /** Numbers of the works behind a figure of the last run. */
  works(limiter: number, database: number, fill: Fill): number[];
  census(axis: CensusAxis, schemeId: string): { whole: CensusCounts; databases: CensusCounts[] };
  /** Numbers of the works that are known in one of these ways on an axis, in a database (-1 for the whole). */
  known(axis: CensusAxis, schemeId: string, database: number, as: readonly KnownAs[]): number[];
}

/** The engine over the same functions that the server and the command line call; a worker only exposes it. */
export function createSieveEngine(): SieveEngine {
  let columns: Columns | null = null;
  let last: SieveRun | null = null;
  const loaded = (): Columns => {
    if (!columns) throw new Error('the columns are not loaded');
    return columns;
  };
  const all = (axis: CensusAxis, schemeId: string) => (axis === 'date' ? 0 : fullMask(axisValues(axis, SCHEMES[schemeId]!).length));
  return {
    load(bytes) {
      columns = decodeColumns(bytes);
      last = null;
      return { works: columns.numbers.length, revision: columns.revision, databases: columns.databases };
    },
    run(sieve, asOf, schemeId) {
      last = runSieve(sieve, loaded(), { asOf, scheme: SCHEMES[schemeId]! });
      return funnelOf(last);
    },
    works(limiter, database, fill) {
      if (!last) throw new Error('the sieve has not been run');
      return worksBehind(last, limiter, database, fill).map((i) => last!.columns.numbers[i]!);
    },
    census: (axis, schemeId) => census(loaded(), axis, all(axis, schemeId)),
    known(axis, schemeId, database, as) {
      const c = loaded();
      const found: number[] = [];
      knownAs(c, axis, all(axis, schemeId)).forEach((k, i) => {
        if (as.includes(k) && (database < 0 || (c.membership[i]! >>> database) & 1)) found.push(c.numbers[i]!);
      });
      return found;
    },
  };
}
