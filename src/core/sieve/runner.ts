import type { Columns } from './columns';
import { groupsOf } from './groups';
import { fateOf, judge, type Limiter, type Policy, type Sieve, type SieveContext } from './limiter';
import { any, type Fate, HELD, IN, LEFT, OUT, STOPPED, UNKNOWN } from './verdict';

/** Each work's fate under the whole sieve. */
export interface Outcomes {
  fate: Uint8Array;
  /** Index of the limiter that decided: the first that stops it, else the first that holds it; -1 when through. */
  by: Int16Array;
}

/**
 * A sieve run over the columns: in `stops` bit k of a work's word is set when limiter k stops it, in `holds` when it
 * holds it. Funnel, outcomes and lists are read from these.
 */
export interface SieveRun {
  columns: Columns;
  sieve: Sieve;
  stops: Int32Array;
  holds: Int32Array;
  /** Per limiter, how many works it stops by itself. */
  alone: readonly number[];
  /**
   * How many works of each group have their first stop and first hold at the same limiters, and whether that stop is
   * their only one: all counts follow from these few numbers. The index is ((group * side + stop) * side + hold) * 2 +
   * single, with side = limiters + 1 and the number of limiters standing for none.
   */
  tally: Uint32Array;
}

/** Verdicts that a person's word writes over a limiter's own. */
const PASSES = 3;
const FAILS = 4;

/**
 * Runs a sieve over the same columns again and again. Only limiters that changed since the last run are judged anew;
 * the run it gives is its own and changes with the next.
 */
export class SieveRunner {
  private readonly stops: Int32Array;
  private readonly holds: Int32Array;
  private readonly alone: number[] = [];
  private readonly verdicts: Uint8Array;
  /** What stands at each bit. */
  private readonly placed: (string | null | undefined)[] = [];
  private tally = new Uint32Array(0);
  /** Limiters and one, while the tally is that of the words; else 0. */
  private side = 0;

  constructor(private readonly columns: Columns) {
    const size = columns.numbers.length;
    this.stops = new Int32Array(size);
    this.holds = new Int32Array(size);
    this.verdicts = new Uint8Array(size);
  }

  /** @throws RangeError as `judge` does; what was judged until then stands, and the next run goes on from there */
  run(sieve: Sieve, context: SieveContext): SieveRun {
    const { columns, stops, holds, alone, placed } = this;
    const longest = Math.max(sieve.length, placed.length);
    const keys = Array.from({ length: longest }, (_, k) => (sieve[k]?.on ? keyOf(sieve[k], context) : null));
    const changed = keys.flatMap((key, k) => (placed[k] === key ? [] : [k]));
    // Works that one change leaves as they are need not be counted again; after many changes nearly all do.
    const counted = changed.length === 1 && this.side === sieve.length + 1;
    if (!counted && (changed.length > 0 || this.side !== sieve.length + 1)) this.side = 0;
    for (const k of changed) {
      placed[k] = undefined;
      const limiter = sieve[k];
      alone[k] = limiter?.on ? this.set(k, verdictsAt(limiter, columns, context, this.verdicts), limiter) : this.clear(k);
      placed[k] = keys[k];
    }
    placed.length = sieve.length;
    alone.length = sieve.length;
    if (this.side === 0) this.count(sieve.length);
    return { columns, sieve, stops, holds, alone, tally: this.tally };
  }

  /** Places a limiter's verdicts, and moves the works that it changes from one count to another where counts stand. */
  private set(k: number, verdicts: Uint8Array, limiter: Pick<Limiter, 'whenUnknown'>): number {
    const { stops, holds, tally, side } = this;
    const { of } = groupsOf(this.columns);
    const others = ~(1 << k);
    const [stopAt, holdAt] = bitsOf(limiter, k);
    let stopped = 0;
    for (let i = 0; i < verdicts.length; i++) {
      const verdict = verdicts[i]!;
      const own = stopAt[verdict]!;
      const [oldStops, oldHolds] = [stops[i]!, holds[i]!];
      const newStops = (oldStops & others) | own;
      const newHolds = (oldHolds & others) | holdAt[verdict]!;
      stopped += own;
      if (newStops === oldStops && newHolds === oldHolds) continue;
      stops[i] = newStops;
      holds[i] = newHolds;
      if (side === 0) continue;
      tally[cellOf(of[i]!, oldStops, oldHolds, side)]!--;
      tally[cellOf(of[i]!, newStops, newHolds, side)]!++;
    }
    return stopped / 2 ** k;
  }

  private clear(k: number): number {
    this.set(k, this.verdicts.fill(PASSES), { whenUnknown: 'let-through' });
    return 0;
  }

  private count(limiters: number) {
    const { stops, holds, columns } = this;
    const { of, masks } = groupsOf(columns);
    const side = limiters + 1;
    const size = masks.length * side * side * 2;
    if (this.tally.length === size) this.tally.fill(0);
    else this.tally = new Uint32Array(size);
    const { tally } = this;
    for (let i = 0; i < stops.length; i++) tally[cellOf(of[i]!, stops[i]!, holds[i]!, side)]!++;
    this.side = side;
  }
}

/** Where a work is counted. A bit beyond the last limiter stands for none, so that nothing branches: that costs most. */
function cellOf(group: number, stops: number, holds: number, side: number): number {
  const beyond = 1 << (side - 1);
  const stop = stops | beyond;
  const hold = holds | beyond;
  const first = 31 - Math.clz32(stop & (~stop + 1));
  const held = 31 - Math.clz32(hold & (~hold + 1));
  const single = any((stop & (stop - 1)) ^ beyond) ^ 1;
  return ((group * side + first) * side + held) * 2 + single;
}

/** The bits that each verdict sets in the words of stops and holds. */
function bitsOf({ whenUnknown }: Pick<Limiter, 'whenUnknown'>, k: number): [stops: Int32Array, holds: Int32Array] {
  const fates = fateAt(whenUnknown);
  return [Int32Array.from(fates, (f) => (f === STOPPED ? 2 ** k : 0)), Int32Array.from(fates, (f) => (f === HELD ? 2 ** k : 0))];
}
const fateAt = (policy: Policy): Fate[] => [fateOf(OUT, policy), fateOf(UNKNOWN, policy), fateOf(IN, policy), LEFT, STOPPED];

const rows = new WeakMap<Columns, Map<number, number>>();
/** The index of a work in the columns. */
export function rowOf(columns: Columns, work: number): number | undefined {
  let known = rows.get(columns);
  if (!known) {
    known = new Map(Array.from(columns.numbers, (no, i) => [no, i]));
    rows.set(columns, known);
  }
  return known.get(work);
}

/** Everything that a limiter's fates depend on, beside the columns. */
function keyOf(limiter: Limiter, { asOf, scheme, overrides }: SieveContext): string {
  const { test, evidence, whenUnknown, exempt, waivers } = limiter;
  const own = (overrides ?? []).filter((o) => o.limiters.includes(limiter.id)).map((o) => [o.work, o.fate]);
  const known = [test, evidence, whenUnknown, exempt, waivers, own];
  if (test.kind === 'recency') return JSON.stringify([...known, asOf]);
  return JSON.stringify(test.kind === 'coded' && test.axis === 'level' ? [...known, scheme.id, scheme.levels.map((l) => l.code)] : known);
}

/** The verdict of a limiter on every work, and where a person spoke, that word instead. */
function verdictsAt(limiter: Limiter, columns: Columns, context: SieveContext, into?: Uint8Array): Uint8Array {
  const verdicts = judge(limiter, columns, context, into);
  for (const o of context.overrides ?? []) {
    const i = o.limiters.includes(limiter.id) ? rowOf(columns, o.work) : undefined;
    if (i !== undefined) verdicts[i] = o.fate === LEFT ? PASSES : FAILS;
  }
  return verdicts;
}

/** The fate of every work at one limiter, a person's word included. */
export function fatesAt(limiter: Limiter, columns: Columns, context: SieveContext): Uint8Array {
  const fates = verdictsAt(limiter, columns, context);
  const table = Uint8Array.from(fateAt(limiter.whenUnknown));
  for (let i = 0; i < fates.length; i++) fates[i] = table[fates[i]!]!;
  return fates;
}

/** Runs a sieve once. */
export const runSieve = (sieve: Sieve, columns: Columns, context: SieveContext): SieveRun => new SieveRunner(columns).run(sieve, context);

/** Index of the lowest bit of a word that is not 0. */
export const lowest = (word: number): number => 31 - Math.clz32(word & -word);

/** What becomes of a work, from its words: stopped if any limiter stops it, else held if any holds it. */
export const fateOfWords = (stops: number, holds: number): Fate => (stops !== 0 ? STOPPED : holds !== 0 ? HELD : LEFT);

export function outcomesOf({ stops, holds }: SieveRun): Outcomes {
  const fate = new Uint8Array(stops.length);
  const by = new Int16Array(stops.length).fill(-1);
  for (let i = 0; i < stops.length; i++) {
    fate[i] = fateOfWords(stops[i]!, holds[i]!);
    if (fate[i] !== LEFT) by[i] = lowest(stops[i]! || holds[i]!);
  }
  return { fate, by };
}
