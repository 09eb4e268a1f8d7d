import type { Columns } from './columns';
import { groupsOf } from './groups';
import { kindOf } from './kinds';
import { fateOf, type Limiter, type Policy, type Sieve, type SieveContext, verdictsOf } from './limiter';
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

/** Verdicts that a person's word writes over a limiter's own; and that of a bit at which nothing was judged yet. */
const PASSES = 3;
const FAILS = 4;
const NOT_YET = 5;

/** What stands at a bit. */
interface Placed {
  /** What the verdicts depend on; null when the limiter is off, undefined when judging it failed. */
  key: string | null | undefined;
  policy: Policy;
  verdicts: Uint8Array;
  /** Whether no limiter was ever placed there: its bit is 0 in every word. */
  fresh: boolean;
}

/**
 * Runs a sieve over the same columns again and again. Only limiters that changed since the last run are judged anew,
 * and only works that change with them are counted anew; the run it gives is its own and changes with the next.
 */
export class SieveRunner {
  private readonly stops: Int32Array;
  private readonly holds: Int32Array;
  private readonly alone: number[] = [];
  private readonly placed: Placed[] = [];
  /** Verdicts are written here, and change places with those that stood before. */
  private spare: Uint8Array;
  private tally = new Uint32Array(0);
  /** Limiters and one, while the tally is that of the words; else 0. */
  private side = 0;

  constructor(private readonly columns: Columns) {
    const size = columns.numbers.length;
    this.stops = new Int32Array(size);
    this.holds = new Int32Array(size);
    this.spare = verdictsFor(size);
  }

  /** @throws RangeError as `verdictsOf` does; what was judged until then stands, and the next run goes on from there */
  run(sieve: Sieve, context: SieveContext): SieveRun {
    const { columns, stops, holds, alone, placed } = this;
    while (placed.length < sieve.length) {
      placed.push({ key: null, policy: 'let-through', verdicts: verdictsFor(stops.length), fresh: true });
      alone.push(0);
    }
    const wanted = placed.map((_, k) => {
      const limiter = sieve[k]?.on ? sieve[k] : null;
      return { limiter, key: limiter && limiterKey(limiter, context), policy: limiter?.whenUnknown ?? ('let-through' as const) };
    });
    const changed = wanted.flatMap(({ key, policy }, k) => (placed[k]!.key === key && placed[k]!.policy === policy ? [] : [k]));
    // Works that one change leaves as they are need not be counted again; after many changes nearly all do.
    if (changed.length !== 1 || this.side !== sieve.length + 1)
      this.side = changed.length === 0 && this.side === sieve.length + 1 ? this.side : 0;
    for (const k of changed) {
      const { limiter, key, policy } = wanted[k]!;
      const old = placed[k]!;
      const same = old.key === key;
      old.key = undefined;
      const verdicts = same ? old.verdicts : limiter ? verdictsAt(limiter, columns, context, this.spare) : this.spare.fill(PASSES);
      // Where nothing was judged yet, nothing stands that could change.
      alone[k]! += old.fresh && this.side === 0 ? this.begin(k, verdicts, policy) : this.place(k, verdicts, policy, old);
      if (!same) this.spare = old.verdicts;
      placed[k] = { key, policy, verdicts, fresh: false };
    }
    placed.length = sieve.length;
    alone.length = sieve.length;
    if (this.side === 0) this.count(sieve.length);
    return { columns, sieve, stops, holds, alone, tally: this.tally };
  }

  /** Places a limiter's verdicts at a bit at which nothing stood, without counting. @returns how many works it stops */
  private begin(k: number, verdicts: Uint8Array, policy: Policy): number {
    const { stops, holds } = this;
    const fates = fateAt(policy);
    let stopped = 0;
    for (let i = 0; i < stops.length; i++) {
      const fate = fates[verdicts[i]!]!;
      stopped += fate >>> 1;
      stops[i]! |= (fate >>> 1) << k;
      holds[i]! |= (fate & 1) << k;
    }
    return stopped;
  }

  /**
   * Places a limiter's verdicts at its bit, and moves the works that it changes from one count to another where counts
   * stand. Four works at a time are passed over when none of them changes.
   * @returns how many more works it stops than what stood there
   */
  private place(k: number, verdicts: Uint8Array, policy: Policy, old: Placed): number {
    const { stops, holds, tally, side } = this;
    const { of } = groupsOf(this.columns);
    const others = ~(1 << k);
    const fates = fateAt(policy);
    const [now, before] = [wordsOf(verdicts), wordsOf(old.verdicts)];
    const anew = policy !== old.policy;
    let more = 0;
    for (let w = 0; w < now.length; w++) {
      const word = now[w]!;
      if (word === before[w] && !(anew && hasUnknown(word))) continue;
      const end = Math.min(w * 4 + 4, stops.length);
      for (let i = w * 4; i < end; i++) {
        const fate = fates[verdicts[i]!]!;
        const oldStops = stops[i]!;
        const oldHolds = holds[i]!;
        const newStops = (oldStops & others) | ((fate >>> 1) << k);
        const newHolds = (oldHolds & others) | ((fate & 1) << k);
        if (((newStops ^ oldStops) | (newHolds ^ oldHolds)) === 0) continue;
        more += (fate >>> 1) - ((oldStops >>> k) & 1);
        stops[i] = newStops;
        holds[i] = newHolds;
        if (side === 0) continue;
        tally[cellOf(of[i]!, oldStops, oldHolds, side)]!--;
        tally[cellOf(of[i]!, newStops, newHolds, side)]!++;
      }
    }
    return more;
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
  // What one limiter alone does to it: the only one that stops it or, where none stops it, the only one that holds it.
  const none = any(stop ^ beyond) - 1;
  const does = (stop & ~none) | (hold & none);
  const single = any((does & (does - 1)) ^ beyond) ^ 1;
  return ((group * side + first) * side + held) * 2 + single;
}

/** Verdicts of which none is known, in memory that can also be read four at a time. */
const verdictsFor = (size: number): Uint8Array => new Uint8Array(Math.ceil(size / 4) * 4).fill(NOT_YET).subarray(0, size);
const wordsOf = (verdicts: Uint8Array): Int32Array => new Int32Array(verdicts.buffer, 0, Math.ceil(verdicts.length / 4));
/** Whether one of four verdicts is "can't tell": a byte that is 1 becomes 0, and a borrow goes through a zero byte. */
function hasUnknown(word: number): boolean {
  const t = word ^ 0x01010101;
  return ((t - 0x01010101) & ~t & 0x80808080) !== 0;
}

/** HELD is 1 and STOPPED is 2: a fate's two bits are those of the words. */
const fateAt = (policy: Policy): Uint8Array =>
  Uint8Array.of(fateOf(OUT, policy), fateOf(UNKNOWN, policy), fateOf(IN, policy), LEFT, STOPPED, LEFT);

/** By the numbers themselves: columns of which only rows were written anew share them. */
const rows = new WeakMap<Int32Array, Map<number, number>>();
/** The index of every work in the columns. */
export function rowsOf(columns: Columns): ReadonlyMap<number, number> {
  let known = rows.get(columns.numbers);
  if (!known) {
    known = new Map(Array.from(columns.numbers, (no, i) => [no, i]));
    rows.set(columns.numbers, known);
  }
  return known;
}
export const rowOf = (columns: Columns, work: number): number | undefined => rowsOf(columns).get(work);

/** Everything that a limiter's verdicts depend on, beside the columns. */
export function limiterKey(limiter: Limiter, context: SieveContext): string {
  const { test, evidence, exempt, waivers } = limiter;
  const own = (context.overrides ?? []).filter((o) => o.limiters.includes(limiter.id)).map((o) => [o.work, o.fate]);
  return JSON.stringify([test, evidence, exempt, waivers, own, kindOf(test).cacheKey(test, context)]);
}

/** The verdict of a limiter on every work, and where a person spoke, that word instead. */
function verdictsAt(limiter: Limiter, columns: Columns, context: SieveContext, into?: Uint8Array): Uint8Array {
  const verdicts = verdictsOf(limiter, columns, context, into);
  for (const o of context.overrides ?? []) {
    const i = o.limiters.includes(limiter.id) ? rowOf(columns, o.work) : undefined;
    if (i !== undefined) verdicts[i] = o.fate === LEFT ? PASSES : FAILS;
  }
  return verdicts;
}

/** The fate of every work at one limiter, a person's word included. */
export function fatesAt(limiter: Limiter, columns: Columns, context: SieveContext): Uint8Array {
  const fates = verdictsAt(limiter, columns, context);
  const table = fateAt(limiter.whenUnknown);
  for (let i = 0; i < fates.length; i++) fates[i] = table[fates[i]!]!;
  return fates;
}

/** A run of its own, which stays as it is when its runner goes on. */
export const keptRun = (run: SieveRun): SieveRun => ({
  ...run,
  stops: run.stops.slice(),
  holds: run.holds.slice(),
  alone: [...run.alone],
  tally: run.tally.slice(),
});

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
