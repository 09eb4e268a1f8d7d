import type { Columns } from './columns';
import { fateOf, judge, type Sieve, type SieveContext } from './limiter';
import { type Fate, HELD, LEFT, STOPPED } from './verdict';

/** Counts of works after a limiter: left + held + stopped (here or before) = works. */
export interface Cell {
  left: number;
  held: number;
  stoppedHere: number;
  stoppedSoFar: number;
}

export interface FunnelRow {
  /** Index into the sieve given; -1 for the row before any limiter. */
  limiter: number;
  whole: Cell;
  /** One cell a database, in the order of the columns. They overlap: never add them. */
  databases: Cell[];
  /** Works that this limiter alone stops: what comes back if it is removed, as through and as held. */
  onlyThis: { through: number; held: number };
  /** What it would stop if it stood alone. */
  alone: number;
}

export interface Funnel {
  works: number;
  rows: FunnelRow[];
  through: number;
  held: number;
  stopped: number;
}

/** Each work's fate under the whole sieve. */
export interface Outcomes {
  fate: Uint8Array;
  /** Index of the limiter that decided: the first that stops it, else the first that holds it; -1 when through. */
  by: Int16Array;
}

/** A sieve run over the columns once; funnel, outcomes and lists are read from it. */
export interface SieveRun {
  columns: Columns;
  sieve: Sieve;
  /** Per limiter of the sieve (empty when it is off) the fate of each work at it. */
  fates: Uint8Array[];
  outcomes: Outcomes;
}

export function runSieve(sieve: Sieve, columns: Columns, context: SieveContext): SieveRun {
  const size = columns.numbers.length;
  const fates = sieve.map((limiter) => {
    if (!limiter.on) return new Uint8Array(0);
    const verdicts = judge(limiter, columns, context);
    return verdicts.map((v) => fateOf(v, limiter.whenUnknown));
  });
  const fate = new Uint8Array(size);
  const by = new Int16Array(size).fill(-1);
  fates.forEach((row, k) => {
    for (let i = 0; i < row.length; i++) {
      if (row[i]! > fate[i]!) {
        fate[i] = row[i]!;
        by[i] = k;
      }
    }
  });
  return { columns, sieve, fates, outcomes: { fate, by } };
}

const emptyCell = (): Cell => ({ left: 0, held: 0, stoppedHere: 0, stoppedSoFar: 0 });

/** The counts after each limiter that is on, for the whole and for each database. */
export function funnelOf(run: SieveRun): Funnel {
  const { columns, fates, outcomes } = run;
  const size = columns.numbers.length;
  const rows: FunnelRow[] = [countRow(-1, new Uint8Array(size), new Uint8Array(size), columns)];
  const soFar = new Uint8Array(size);
  fates.forEach((row, k) => {
    if (!run.sieve[k]!.on) return;
    const before = soFar.slice();
    for (let i = 0; i < size; i++) if (row[i]! > soFar[i]!) soFar[i] = row[i]!;
    rows.push({ ...countRow(k, before, soFar, columns), ...costs(k, fates) });
  });
  const count = (fate: Fate) => outcomes.fate.reduce((n, f) => n + (f === fate ? 1 : 0), 0);
  return { works: size, rows, through: count(LEFT), held: count(HELD), stopped: count(STOPPED) };
}

function countRow(limiter: number, before: Uint8Array, after: Uint8Array, columns: Columns): FunnelRow {
  const whole = emptyCell();
  const databases = columns.databases.map(emptyCell);
  for (let i = 0; i < after.length; i++) {
    tally(whole, before[i]!, after[i]!);
    for (let bits = columns.membership[i]!, b = 0; bits; bits >>>= 1, b++) if (bits & 1) tally(databases[b]!, before[i]!, after[i]!);
  }
  return { limiter, whole, databases, onlyThis: { through: 0, held: 0 }, alone: 0 };
}

function tally(cell: Cell, before: number, after: number) {
  if (after === LEFT) cell.left++;
  else if (after === HELD) cell.held++;
  else {
    cell.stoppedSoFar++;
    if (before !== STOPPED) cell.stoppedHere++;
  }
}

/** What a work would be if limiter `k` were not there. */
function fateWithout(k: number, i: number, fates: readonly Uint8Array[]): number {
  let fate: number = LEFT;
  for (let other = 0; other < fates.length && fate !== STOPPED; other++) {
    if (other !== k && fates[other]!.length && fates[other]![i]! > fate) fate = fates[other]![i]!;
  }
  return fate;
}

function costs(k: number, fates: readonly Uint8Array[]): Pick<FunnelRow, 'onlyThis' | 'alone'> {
  const onlyThis = { through: 0, held: 0 };
  const own = fates[k]!;
  let alone = 0;
  for (let i = 0; i < own.length; i++) {
    if (own[i] !== STOPPED) continue;
    alone++;
    const without = fateWithout(k, i, fates);
    if (without === LEFT) onlyThis.through++;
    else if (without === HELD) onlyThis.held++;
  }
  return { onlyThis, alone };
}

export const FILLS = ['left', 'held', 'stopped-here', 'stopped', 'back-through', 'back-held', 'alone'] as const;
/**
 * Which of a row's numbers: `stopped-here` at this limiter, `stopped` here or before; `back-through` and `back-held`
 * what comes back without it, `alone` what it would stop by itself.
 */
export type Fill = (typeof FILLS)[number];

/**
 * The works behind a number of the funnel, as indexes into the columns.
 * @param limiter index into the sieve, -1 for the row before any
 * @param database index into `columns.databases`, -1 for the whole
 */
export function worksBehind(run: SieveRun, limiter: number, database: number, fill: Fill): number[] {
  const { columns, fates } = run;
  const found: number[] = [];
  for (let i = 0; i < columns.numbers.length; i++) {
    if (database >= 0 && !((columns.membership[i]! >>> database) & 1)) continue;
    if (isBehind(fates, limiter, i, fill)) found.push(i);
  }
  return found;
}

function isBehind(fates: readonly Uint8Array[], limiter: number, i: number, fill: Fill): boolean {
  let before: number = LEFT;
  for (let k = 0; k < limiter; k++) if (fates[k]!.length && fates[k]![i]! > before) before = fates[k]![i]!;
  const here = limiter >= 0 && fates[limiter]!.length ? fates[limiter]![i]! : LEFT;
  const after = Math.max(before, here);
  switch (fill) {
    case 'left':
      return after === LEFT;
    case 'held':
      return after === HELD;
    case 'stopped':
      return after === STOPPED;
    case 'stopped-here':
      return after === STOPPED && before !== STOPPED;
    case 'alone':
      return here === STOPPED;
    case 'back-through':
      return here === STOPPED && fateWithout(limiter, i, fates) === LEFT;
    case 'back-held':
      return here === STOPPED && fateWithout(limiter, i, fates) === HELD;
  }
}
