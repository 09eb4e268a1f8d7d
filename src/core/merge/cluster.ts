import { GrowingWorks, type Question } from './growing-works';
import type { KeyList } from './merge-keys';
import type { Pair } from './pairs';

export type { Question } from './growing-works';

/** What a person ruled of two records, newest last. */
export interface MergeRuling {
  verdict: 'join' | 'apart';
  a: number;
  b: number;
}

export interface Clusters {
  /** For each record, the place of the first record of its work, in the order of names. */
  head: Int32Array;
  questions: Question[];
}

interface StandingRuling extends MergeRuling {
  /** The place among all rulings: the newer is the larger. */
  when: number;
}

/** Records that pairs and rulings tie together, whatever comes of it: no work reaches beyond them. */
interface Part {
  /** Places of its records, ascending. */
  records: number[];
  /** Places of its pairs among all, the surest first. */
  pairs: number[];
  /** Rulings that join, the newest last. */
  joins: StandingRuling[];
}

/**
 * Makes works of pairs: they are joined from the surest down, never so that a work holds two records that contradict
 * each other or that a person keeps apart. Then works are joined that a person has joined, whatever contradicts, unless
 * a newer ruling keeps them apart. Nothing depends on the order of records: ties are settled by their names. It is done
 * part by part, so that the first works are known while the last are still to be made.
 */
export class Clustering {
  private readonly sorted: readonly Pair[];
  private readonly works: GrowingWorks;
  /** Pairs, by their places, that speak for one publication and were not joined. */
  private readonly held: Uint8Array;
  private readonly parts: Map<number, Part>;
  private readonly rest: Generator<number[], void>;

  /** @param order stable names of the records, unique but for records that are alike in everything */
  constructor(keys: KeyList, order: readonly string[], pairs: readonly Pair[], rulings: readonly MergeRuling[] = []) {
    const rank = ranked(order);
    this.sorted = bySureness(pairs, rank);
    this.held = new Uint8Array(pairs.length);
    this.works = new GrowingWorks(keys, rank, this.sorted);
    const standing = standingRulings(rulings);
    for (const { verdict, a, b, when } of standing) if (verdict === 'apart') this.works.keepApart(a, b, when);
    this.parts = partsOf(
      order.length,
      this.sorted,
      standing.filter((r) => r.verdict === 'join'),
    );
    this.rest = this.settled(order.length);
  }

  /**
   * Works that were not given yet, each as the places of its records, ascending, in the order of their first records. One
   * is given as soon as its part is settled.
   */
  *each(): Generator<number[], void> {
    // Whoever stops early must not end it for `done`.
    for (let step = this.rest.next(); !step.done; step = this.rest.next()) yield step.value;
  }

  /** What came of it, when all works are made. */
  done(): Clusters {
    while (!this.rest.next().done);
    const asked = this.sorted.flatMap(({ a, b, score, verdict }, p): Question[] =>
      verdict === 'ask' || this.held[p] ? [{ a, b, score, held: verdict !== 'ask' }] : [],
    );
    return { head: this.works.heads(), questions: this.works.open(asked) };
  }

  private *settled(count: number): Generator<number[], void> {
    const tied = new Uint8Array(count);
    for (const { records } of this.parts.values()) for (const i of records) tied[i] = 1;
    /** Works of parts that are settled, of which the first record is still to come. */
    const ahead = new Map<number, number[]>();
    for (let i = 0; i < count; i++) {
      if (!tied[i]) {
        yield [i];
        continue;
      }
      const part = this.parts.get(i);
      if (part) for (const work of this.settle(part)) ahead.set(work[0]!, work);
      this.parts.delete(i);
      const work = ahead.get(i);
      if (work) yield work;
      ahead.delete(i);
    }
  }

  private settle({ records, pairs, joins }: Part): number[][] {
    const { works, sorted, held } = this;
    for (const p of pairs) if (works.torn(sorted[p]!) || !works.join(sorted[p]!.a, sorted[p]!.b)) held[p] = 1;
    for (const { a, b, when } of joins.reverse()) works.join(a, b, when);
    return works.groups(records);
  }
}

/** Works of pairs at once: see `Clustering`. */
export const clusterRecords = (...given: ConstructorParameters<typeof Clustering>): Clusters => new Clustering(...given).done();

/** Of several rulings on two records the newest. */
function standingRulings(rulings: readonly MergeRuling[]): StandingRuling[] {
  const latest = new Map(rulings.map(({ a, b }, when) => [a < b ? `${a}|${b}` : `${b}|${a}`, when]));
  const current = new Set(latest.values());
  return rulings.map((ruling, when) => ({ ...ruling, when })).filter(({ when }) => current.has(when));
}

/** The parts of two records or more, each under the place of its first record. */
function partsOf(count: number, sorted: readonly Pair[], joins: readonly StandingRuling[]): Map<number, Part> {
  const first = Int32Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (first[at] !== at) {
      first[at] = first[first[at]!]!;
      at = first[at]!;
    }
    return at;
  };
  const tie = ({ a, b }: { a: number; b: number }) => {
    const [x, y] = [find(a), find(b)];
    first[Math.max(x, y)] = Math.min(x, y);
  };
  for (const pair of sorted) if (pair.verdict === 'join') tie(pair);
  for (const ruling of joins) tie(ruling);
  const parts = new Map<number, Part>();
  for (let i = 0; i < count; i++) {
    const root = find(i);
    if (root === i) continue;
    const part = parts.get(root);
    if (part) part.records.push(i);
    else parts.set(root, { records: [root, i], pairs: [], joins: [] });
  }
  sorted.forEach((pair, p) => {
    if (pair.verdict === 'join') parts.get(find(pair.a))!.pairs.push(p);
  });
  for (const ruling of joins) parts.get(find(ruling.a))?.joins.push(ruling);
  return parts;
}

/** The surest first; ties by the names of the records. */
function bySureness(pairs: readonly Pair[], rank: Int32Array): Pair[] {
  // Score, lower and upper rank in one whole number of 53 bits: scores are halves below 100, ranks have 21 bits.
  const keys = Float64Array.from(pairs, (p) => {
    const [x, y] = [rank[p.a]!, rank[p.b]!];
    return (200 - 2 * Math.min(p.score, 99)) * 2 ** 42 + Math.min(x, y) * 2 ** 21 + Math.max(x, y);
  });
  return Array.from(
    Uint32Array.from(keys.keys()).sort((a, b) => keys[a]! - keys[b]!),
    (i) => pairs[i]!,
  );
}

function ranked(order: readonly string[]): Int32Array {
  const rank = new Int32Array(order.length);
  const sorted = order.map((_, i) => i).sort((a, b) => (order[a]! < order[b]! ? -1 : order[a]! > order[b]! ? 1 : a - b));
  sorted.forEach((record, place) => {
    rank[record] = place;
  });
  return rank;
}

/** The works of a merge, each as the places of its records, in the order of their first records. */
export function worksOf(head: Int32Array): number[][] {
  const works = new Map<number, number[]>();
  head.forEach((h, i) => {
    const members = works.get(h);
    if (members) members.push(i);
    else works.set(h, [i]);
  });
  return [...works.values()];
}
