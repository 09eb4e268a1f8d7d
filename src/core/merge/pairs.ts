import { type Blocks, buildBlocks } from './block';
import { judgePair, type Verdict } from './compare';
import type { MergeKeys } from './merge-keys';
import { mayBeAlike, type Prepared, prepare } from './prepare';

/** Two records that were judged to be one publication, or nearly so. `a < b`, as places in the list of records. */
export interface Pair {
  a: number;
  b: number;
  score: number;
  verdict: Exclude<Verdict, 'apart'>;
}

export interface Scored {
  pairs: Pair[];
  /** Records whose keys are equal in all: for each, the first of them. */
  twin: Int32Array;
  compared: number;
  /**
   * True when only all pairs together can be right: a block grew past its limit with the new records, so that pairs
   * found before would not be found now.
   */
  stale: boolean;
  /** Records that could not be compared with others: they are in no pair. */
  faults: { record: number; error: unknown }[];
}

/** Blocks of more records than this are too common a key to tell anything: what is in them is looked for under other keys. */
const MOST_IN_BLOCK = 1000;

/** Records that are ready for comparison at a time. */
const MOST_PREPARED = 150_000;

/**
 * Judges all pairs of records that share a block, and yields how many records are done, so that the caller can tell
 * people and be broken off. What it finds does not depend on the order of the records.
 * @param from only pairs with a record from this place on are judged: those before were judged among themselves
 */
export function* scorePairs(keys: readonly MergeKeys[], from = 0): Generator<number, Scored> {
  const near = from > 0 ? sharers(keys, from) : keys.map((_, i) => i);
  const twin = twinsOf(keys, near);
  yield from;
  const lists = keys.map(() => NONE);
  for (const i of near) if (twin[i] === i) lists[i] = keys[i]!.blocks;
  const blocks = buildBlocks(lists);
  if (from > 0 && outgrown(blocks, from)) return { pairs: [], twin, compared: 0, stale: true, faults: [] };
  const pairs: Pair[] = [];
  const seen = new Int32Array(keys.length).fill(-1);
  let compared = 0;
  const prepared: (Prepared | undefined)[] = new Array(keys.length).fill(undefined);
  let made = 0;
  const ready = (i: number): Prepared => {
    const known = prepared[i];
    if (known) return known;
    // What is prepared is larger than the keys; to make it once more costs little.
    if (++made > MOST_PREPARED) {
      prepared.fill(undefined);
      made = 1;
    }
    const fresh = prepare(keys[i]!);
    prepared[i] = fresh;
    return fresh;
  };
  const faulty = new Map<number, unknown>();
  const compare = (j: number, i: number) => {
    if (faulty.has(j) || faulty.has(i)) return;
    try {
      const [other, own] = [ready(j), ready(i)];
      if (j !== twin[i] && !mayBeAlike(own, other) && !sharesIdentity(own.keys, other.keys)) return;
      compared++;
      keep(pairs, j, i, judgePair(other, own));
    } catch (error) {
      // One that can't be compared with itself is to blame, else the later one.
      const alone = [j, i].filter((k) => fails(() => judgePair(ready(k), ready(k))));
      for (const k of alone.length ? alone : [i]) faulty.set(k, error);
    }
  };
  for (let i = from; i < keys.length; i++) {
    if (i % 500 === 0) yield i;
    if (twin[i] !== i) {
      compare(twin[i]!, i);
      prepared[i] = undefined;
      continue;
    }
    for (let at = blocks.starts[i]!; at < blocks.starts[i + 1]!; at++) {
      const [begin, size] = [blocks.places[at]!, blocks.sizes[at]!];
      if (size > MOST_IN_BLOCK) continue;
      for (let k = begin; k < begin + size; k++) {
        const j = blocks.members[k]!;
        if (j >= i) break;
        if (seen[j] === i) continue;
        seen[j] = i;
        compare(j, i);
      }
    }
  }
  yield keys.length;
  return {
    pairs: faulty.size ? pairs.filter((p) => !faulty.has(p.a) && !faulty.has(p.b)) : pairs,
    ...{ twin, compared, stale: false },
    faults: [...faulty].map(([record, error]) => ({ record, error })),
  };
}

function fails(compare: () => unknown): boolean {
  try {
    compare();
    return false;
  } catch {
    return true;
  }
}

/** Some block is over its limit only because of records from this place on. */
function outgrown({ members, places, sizes }: Blocks, from: number): boolean {
  let last = -1;
  for (let at = 0; at < places.length; at++) {
    const [begin, size] = [places[at]!, sizes[at]!];
    if (size <= MOST_IN_BLOCK || begin === last) continue;
    last = begin;
    let old = 0;
    for (let k = begin; k < begin + size; k++) if (members[k]! < from) old++;
    if (old <= MOST_IN_BLOCK) return true;
  }
  return false;
}

function keep(pairs: Pair[], a: number, b: number, judged: ReturnType<typeof judgePair>) {
  if (judged && judged.verdict !== 'apart') pairs.push({ a, b, score: judged.score, verdict: judged.verdict });
}

/** Titles in two languages have no word in common; then something else must. */
const sharesIdentity = (a: MergeKeys, b: MergeKeys): boolean =>
  (a.doi !== '' && a.doi === b.doi) || (a.pmid !== '' && a.pmid === b.pmid) || a.titles.length > 1 || b.titles.length > 1;

const NONE: number[] = [];

/** New records, and those before that share a key with one of them: the only ones that a new pair can hold. */
function sharers(keys: readonly MergeKeys[], from: number): number[] {
  const wanted = new Set<number>();
  for (let i = from; i < keys.length; i++) for (const key of keys[i]!.blocks) wanted.add(key);
  const found: number[] = [];
  for (let i = 0; i < keys.length; i++) if (i >= from || keys[i]!.blocks.some((key) => wanted.has(key))) found.push(i);
  return found;
}

/**
 * Records whose keys are equal in all, each with the first of them: a publication retrieved very often is compared once.
 * @param among places of the records to look at; every other is its own first
 */
function twinsOf(keys: readonly MergeKeys[], among: readonly number[]): Int32Array {
  const alike = new Map<string, number[]>();
  const twin = Int32Array.from(keys.keys());
  for (const i of among) {
    const k = keys[i]!;
    const group = `${k.titles[0]}|${k.doi}|${k.pmid}|${k.first}|${k.volume}|${k.container}`;
    const others = alike.get(group);
    if (!others) {
      alike.set(group, [i]);
      continue;
    }
    const text = JSON.stringify(k);
    const known = others.find((j) => JSON.stringify(keys[j]) === text);
    if (known === undefined) others.push(i);
    else twin[i] = known;
  }
  return twin;
}
