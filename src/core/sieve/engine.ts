import { type EvidenceScheme, type Facet, FLAGS, type Flag } from '@/core/classify';
import { fullMask } from '@/core/vocabularies';
import { byLikely } from './by-likely';
import { type CensusAxis, type CensusCounts, census, type KnownAs, knownAs, type ValueCounts, valueCounts, worksWithValue } from './census';
import type { Columns, MaskAxis } from './columns';
import { type Leaving, leavingWorks, type OtherWay, otherWays } from './edge';
import { type Fill, type Funnel, funnelOf, worksBehind } from './funnel';
import { axisValues } from './kinds/coded';
import { answersNeeded, type Override, type Sieve, type SieveContext } from './limiter';
import { lostAt } from './lost-at';
import { countsTowards, type Quota, type QuotaMet, quotaOf } from './quota';
import { fateOfWords, rowOf, type SieveRun, SieveRunner } from './runner';
import { type Advice, advice, ladder, type Outcome, type Rung, recencyCurve, type Scope, scopes } from './what-if';

/** What a browser asks of the sieve: the columns are handed in once, then every question is answered from them. */
export interface SieveEngine {
  load(columns: Columns, scheme: EvidenceScheme): { works: number; revision: number; databases: string[] };
  /** Keys of the answers from text that a sieve needs and that are not here yet. */
  missing(sieve: Sieve): string[];
  /** What a test that reads text says of each work, in the order of the columns. */
  answer(key: string, bytes: Uint8Array): void;
  run(sieve: Sieve, asOf: number, overrides?: readonly Override[]): Funnel;
  /** Numbers of the works behind a figure of the last run. */
  works(limiter: number, database: number, fill: Fill): number[];
  /** What is left as the window of a limiter of the last run moves. */
  curve(limiter: number): ({ years: number } & Outcome)[];
  ladder(wanted: number): { rungs: Rung[]; lowest: number | null };
  scopes(): Record<Scope, Outcome>;
  advice(towards: 'more' | 'fewer'): Advice[];
  otherWays(limiter: number): OtherWay[];
  /** Which of these works leave the window of a limiter within some days. */
  leaving(limiter: number, days: number, works: readonly number[]): Leaving[];
  /** Numbers of the works that are held, by the limiters that hold them, as indexes into the sieve. */
  held(): { work: number; limiters: number[] }[];
  /** Numbers of the works on which a limiter's verdict hangs on what is likely by their text. */
  byLikely(limiter: number): number[];
  /** Which of these works, by their numbers, each limiter of the last run stops first. */
  lost(works: readonly number[]): number[][];
  /** Values of a facet that occur, with how many works certainly have each, and how many of them are settled as which source type. */
  facet(facet: Facet): { value: string; works: number; sources: Record<string, number> }[];
  /** How many works that are through carry each flag. */
  flagsThrough(): Partial<Record<Flag, number>>;
  /** How far a quota is met by what is through, and which works come nearest to making up for what is missing. */
  quota(quota: Quota): QuotaMet;
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
  let runner: SieveRunner | null = null;
  let last: SieveRun | null = null;
  let context: SieveContext | null = null;
  const answers = new Map<string, Uint8Array>();
  const loaded = (): Columns => {
    if (!columns) throw new Error('the columns are not loaded');
    return columns;
  };
  let scheme: EvidenceScheme | null = null;
  const ran = (): SieveRun => {
    if (!last) throw new Error('the sieve has not been run');
    return last;
  };
  const all = (axis: CensusAxis) => (axis === 'date' ? 0 : fullMask(axisValues(axis, scheme!).length));
  return {
    load(given, levels) {
      columns = given;
      scheme = levels;
      last = null;
      runner = new SieveRunner(columns);
      answers.clear();
      return { works: columns.numbers.length, revision: columns.revision, databases: columns.databases };
    },
    missing: (sieve) => [...new Set(answersNeeded(sieve))].filter((key) => !answers.has(key)),
    answer(key, bytes) {
      answers.set(key, bytes);
    },
    run(sieve, asOf, overrides = []) {
      loaded();
      context = { asOf, scheme: scheme!, answers, overrides };
      last = runner!.run(sieve, context);
      return funnelOf(last);
    },
    works: (limiter, database, fill) => worksBehind(ran(), limiter, database, fill).map((i) => ran().columns.numbers[i]!),
    curve: (limiter) => recencyCurve(ran(), limiter, context!),
    ladder: (wanted) => ladder(ran(), scheme!, wanted),
    scopes: () => scopes(ran(), context!),
    advice: (towards) => advice(ran(), context!, towards),
    otherWays: (limiter) => otherWays(ran(), limiter, context!),
    leaving: (limiter, days, works) => leavingWorks(ran(), limiter, context!.asOf, days, new Set(works)),
    held() {
      const { stops, holds, columns: c } = ran();
      const found: { work: number; limiters: number[] }[] = [];
      for (let i = 0; i < stops.length; i++) {
        if (stops[i] !== 0 || holds[i] === 0) continue;
        const limiters: number[] = [];
        for (let bits = holds[i]!, k = 0; bits; bits >>>= 1, k++) if (bits & 1) limiters.push(k);
        found.push({ work: c.numbers[i]!, limiters });
      }
      return found;
    },
    byLikely(limiter) {
      const asked = ran().sieve[limiter];
      const decided = asked ? byLikely(asked, loaded(), context!) : null;
      return decided ? [...loaded().numbers].filter((_, i) => decided[i]) : [];
    },
    lost: (works) =>
      lostAt(
        ran(),
        works.flatMap((no) => rowOf(loaded(), no) ?? []),
      ).map((rows) => rows.map((i) => loaded().numbers[i]!)),
    quota: (quota) => quotaOf(ran(), countsTowards(quota, loaded(), scheme!, context!.asOf)),
    facet(facet) {
      const { values, all: masks } = loaded().facets[facet];
      const source = loaded().all.sourceType;
      const types = axisValues('sourceType', scheme!);
      const found = values.map((value) => ({ value, works: 0, sources: {} as Record<string, number> }));
      masks.forEach((mask, i) => {
        const type = types[31 - Math.clz32(source[i]!)];
        const settled = (source[i]! & (source[i]! - 1)) === 0 ? type?.code : undefined;
        for (let bits = mask, b = 0; bits; bits >>>= 1, b++) {
          if (!(bits & 1)) continue;
          found[b]!.works++;
          if (settled) found[b]!.sources[settled] = (found[b]!.sources[settled] ?? 0) + 1;
        }
      });
      return found.sort((a, b) => b.works - a.works);
    },
    flagsThrough() {
      const { stops, holds, columns: c } = ran();
      const counts: Partial<Record<Flag, number>> = {};
      for (let i = 0; i < stops.length; i++)
        if (c.flags[i] && fateOfWords(stops[i]!, holds[i]!) === 0)
          FLAGS.forEach((flag, b) => {
            if ((c.flags[i]! >>> b) & 1) counts[flag] = (counts[flag] ?? 0) + 1;
          });
      return counts;
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
