import type { Blocks } from './block';
import { judgePair, type Verdict } from './compare';
import { type Comparing, comparingOf } from './comparing';
import type { ComparedKeys, MergeKeys } from './merge-keys';
import { PreparedKeys } from './prepare';
import { ListedKeys, type SignedKeys } from './signed-keys';

/** Two records that were judged to be one publication, or nearly so. `a < b`, as places in the list of records. */
export interface Pair {
  a: number;
  b: number;
  score: number;
  verdict: Exclude<Verdict, 'apart'>;
}

export interface ScoredRange {
  pairs: Pair[];
  compared: number;
  /** Records that could not be compared with others: their pairs say nothing. */
  faults: { record: number; error: unknown }[];
}

export interface Scored extends ScoredRange {
  twin: Uint32Array;
  /** True when only all pairs together can be right: see `comparingOf`. */
  stale: boolean;
}

/** A part of what is to be compared: blocks, and records that may have a twin; each from a number up to another. */
export interface Range {
  blocks: [from: number, to: number];
  twins: [from: number, to: number];
}

/** For so many new records there is a range: what comes of them all does not depend on who judges which. */
const RECORDS_OF_RANGE = 1000;

export function rangesOf({ from, twin, blocks }: Comparing): Range[] {
  const count = Math.ceil((twin.length - from) / RECORDS_OF_RANGE);
  const part = (start: number, end: number, r: number): [number, number] => [
    start + Math.floor(((end - start) * r) / count),
    start + Math.floor(((end - start) * (r + 1)) / count),
  ];
  return Array.from({ length: count }, (_, r) => ({ blocks: part(0, blocks.begins.length - 1, r), twins: part(from, twin.length, r) }));
}

/**
 * Judges the pairs of a range. Block after block, since the records of a block are few and like each other: what was made
 * ready for one pair serves the next. A pair that shares several blocks is judged in the first of them.
 */
export function scoreRange(ready: PreparedKeys<SignedKeys>, { from, twin, blocks }: Comparing, range: Range): ScoredRange {
  const { keys } = ready;
  const pairs: Pair[] = [];
  let compared = 0;
  const faulty = new Map<number, unknown>();
  const compare = (j: number, i: number, sure: boolean) => {
    if (faulty.has(j) || faulty.has(i)) return;
    try {
      const [other, own] = [ready.at(j), ready.at(i)];
      if (!sure && !sharesIdentity(own.keys, other.keys)) return;
      compared++;
      keep(pairs, j, i, judgePair(other, own));
    } catch (error) {
      // One that can't be compared with itself is to blame, else the later one.
      const alone = [j, i].filter((k) => fails(() => judgePair(ready.at(k), ready.at(k))));
      for (const k of alone.length ? alone : [i]) faulty.set(k, error);
    }
  };
  for (let i = range.twins[0]; i < range.twins[1]; i++) if (twin[i] !== i) compare(twin[i]!, i, true);
  const { members, begins } = blocks;
  for (let block = range.blocks[0]; block < range.blocks[1]; block++) {
    const [begin, end] = [begins[block]!, begins[block + 1]!];
    for (let k = begin + 1; k < end; k++) {
      const i = members[k]!;
      if (i < from) continue;
      for (let l = begin; l < k; l++) {
        const j = members[l]!;
        const alike = keys.mayBeAlike(i, j);
        if ((alike || keys.mayShareIdentity(i, j)) && firstCommon(blocks, i, j) === block) compare(j, i, alike);
      }
    }
  }
  return { pairs, compared, faults: [...faulty].map(([record, error]) => ({ record, error })) };
}

/** The first block that two records are both in. */
function firstCommon({ starts, places }: Blocks, i: number, j: number): number {
  let [a, b] = [starts[i]!, starts[j]!];
  for (const [end, last] = [starts[i + 1]!, starts[j + 1]!]; a < end && b < last; ) {
    const [x, y] = [places[a]!, places[b]!];
    if (x === y) return x;
    if (x < y) a++;
    else b++;
  }
  return -1;
}

/** What ranges came to, together, in their order: a record that is faulty in one is in no pair of another. */
export function scoredTogether(ranges: readonly ScoredRange[]): ScoredRange {
  const faults = new Map(ranges.flatMap((r) => r.faults.map((f) => [f.record, f.error] as const)));
  const pairs = ranges.flatMap((r) => r.pairs);
  return {
    pairs: faults.size ? pairs.filter((p) => !faults.has(p.a) && !faults.has(p.b)) : pairs,
    compared: ranges.reduce((sum, r) => sum + r.compared, 0),
    faults: [...faults].map(([record, error]) => ({ record, error })),
  };
}

/**
 * Judges all pairs of records that share a block, and yields how many records are done, so that the caller can tell
 * people and be broken off. What it finds does not depend on the order of the records.
 * @param from only pairs with a record from this place on are judged: those before were judged among themselves
 */
export function* scorePairs(all: readonly MergeKeys[], from = 0): Generator<number, Scored> {
  const keys = new ListedKeys(all);
  const comparing = comparingOf(keys, from);
  if (!comparing) return { ...scoredTogether([]), twin: new Uint32Array(0), stale: true };
  const ready = new PreparedKeys(keys);
  const scored: ScoredRange[] = [];
  for (const range of rangesOf(comparing)) {
    yield range.twins[0];
    scored.push(scoreRange(ready, comparing, range));
  }
  yield keys.length;
  return { ...scoredTogether(scored), twin: comparing.twin, stale: false };
}

function fails(compare: () => unknown): boolean {
  try {
    compare();
    return false;
  } catch {
    return true;
  }
}

function keep(pairs: Pair[], a: number, b: number, judged: ReturnType<typeof judgePair>) {
  if (judged && judged.verdict !== 'apart') pairs.push({ a, b, score: judged.score, verdict: judged.verdict });
}

/** Titles in two languages have no word in common; then something else must. */
const sharesIdentity = (a: ComparedKeys, b: ComparedKeys): boolean =>
  (a.doi !== '' && a.doi === b.doi) || (a.pmid !== '' && a.pmid === b.pmid) || a.titles.length > 1 || b.titles.length > 1;
