import { groupsOf } from './groups';
import { fateOfWords, type SieveRun } from './runner';
import { HELD, LEFT } from './verdict';

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
  /**
   * What would change if it were not there: works that would come through (it alone stops or holds them), of these the
   * ones that are held now, and works that would be held instead of stopped.
   */
  without: { through: number; heldNow: number; held: number };
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

/** Changes from row to row of what is held and what was stopped, in one column of the funnel. */
class Changes {
  works = 0;
  private readonly stopped: number[];
  private readonly held: number[];
  constructor(rows: number) {
    this.stopped = new Array(rows + 1).fill(0);
    this.held = new Array(rows + 1).fill(0);
  }
  add(n: number, s: number, h: number) {
    this.works += n;
    this.stopped[s]! += n;
    if (h >= s) return;
    // Held from its first hold until it is stopped.
    this.held[h]! += n;
    this.held[s]! -= n;
  }
  /** The cells of the rows that are on. */
  cells(on: readonly number[]): Cell[] {
    const cells: Cell[] = [{ left: this.works, held: 0, stoppedHere: 0, stoppedSoFar: 0 }];
    let [held, soFar] = [0, 0];
    for (const k of on) {
      held += this.held[k]!;
      soFar += this.stopped[k]!;
      cells.push({ left: this.works - held - soFar, held, stoppedHere: this.stopped[k]!, stoppedSoFar: soFar });
    }
    return cells;
  }
}

/** The counts after each limiter that is on, for the whole and for each database. */
export function funnelOf(run: SieveRun): Funnel {
  const { tally } = run;
  const none = run.sieve.length;
  const whole = new Changes(none);
  const databases = run.columns.databases.map(() => new Changes(none));
  const without = run.sieve.map(() => ({ through: 0, heldNow: 0, held: 0 }));
  let at = 0;
  for (const mask of groupsOf(run.columns).masks)
    for (let s = 0; s <= none; s++)
      for (let h = 0; h <= none; h++)
        for (let single = 0; single < 2; single++) {
          const n = tally[at++]!;
          if (n === 0) continue;
          whole.add(n, s, h);
          for (let bits = mask, b = 0; bits; bits >>>= 1, b++) if (bits & 1) databases[b]!.add(n, s, h);
          if (!single) continue;
          if (s < none) without[s]![h < none ? 'held' : 'through'] += n;
          else if (h < none) {
            without[h]!.through += n;
            without[h]!.heldNow += n;
          }
        }
  const on = run.sieve.flatMap((l, k) => (l.on ? [k] : []));
  const wholeCells = whole.cells(on);
  const databaseCells = databases.map((d) => d.cells(on));
  const rows = [-1, ...on].map((limiter, row) => ({
    limiter,
    whole: wholeCells[row]!,
    databases: databaseCells.map((cells) => cells[row]!),
    without: limiter < 0 ? { through: 0, heldNow: 0, held: 0 } : without[limiter]!,
    alone: limiter < 0 ? 0 : run.alone[limiter]!,
  }));
  const last = wholeCells.at(-1)!;
  return { works: whole.works, rows, through: last.left, held: last.held, stopped: last.stoppedSoFar };
}

export const FILLS = ['left', 'held', 'stopped-here', 'stopped', 'back-through', 'held-alone', 'back-held', 'alone'] as const;
/**
 * Which of a row's numbers: `stopped-here` at this limiter, `stopped` here or before; `back-through` what would come
 * through without it, `held-alone` those of them that are held now, `back-held` what would be held instead of stopped;
 * `alone` what it would stop by itself.
 */
export type Fill = (typeof FILLS)[number];

/**
 * The works behind a number of the funnel, as indexes into the columns.
 * @param limiter index into the sieve, -1 for the row before any
 * @param database index into `columns.databases`, -1 for the whole
 */
export function worksBehind(run: SieveRun, limiter: number, database: number, fill: Fill): number[] {
  const { columns, stops, holds } = run;
  const found: number[] = [];
  for (let i = 0; i < columns.numbers.length; i++) {
    if (database >= 0 && !((columns.membership[i]! >>> database) & 1)) continue;
    if (isBehind(stops[i]!, holds[i]!, limiter, fill)) found.push(i);
  }
  return found;
}

function isBehind(stops: number, holds: number, limiter: number, fill: Fill): boolean {
  const own = limiter < 0 ? 0 : 1 << limiter;
  const before = limiter < 0 ? 0 : own - 1;
  const upTo = before | own;
  switch (fill) {
    case 'left':
      return fateOfWords(stops & upTo, holds & upTo) === LEFT;
    case 'held':
      return fateOfWords(stops & upTo, holds & upTo) === HELD;
    case 'stopped':
      return (stops & upTo) !== 0;
    case 'stopped-here':
      return (stops & own) !== 0 && (stops & before) === 0;
    case 'alone':
      return (stops & own) !== 0;
    case 'back-through':
      return own !== 0 && (stops | holds) === own;
    case 'held-alone':
      return own !== 0 && stops === 0 && holds === own;
    case 'back-held':
      return own !== 0 && stops === own && holds !== 0;
  }
}
