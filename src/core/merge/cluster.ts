import { compareRecords } from './compare';
import type { MergeKeys } from './keys';
import type { Pair } from './pairs';
import { type Prepared, prepare } from './prepare';

/** What a person ruled of two records, newest last. */
export interface MergeRuling {
  verdict: 'join' | 'apart';
  a: number;
  b: number;
}

/** Two works that a person should look at: the pair of their records that speaks most for one publication. */
export interface Question {
  a: number;
  b: number;
  score: number;
  /** They would be one, but a record of their works contradicts. */
  held: boolean;
}

export interface Clusters {
  /** For each record, the place of the first record of its work, in the order of names. */
  head: Int32Array;
  questions: Question[];
}

/**
 * Makes works of pairs: they are joined from the surest down, never so that a work holds two records that contradict
 * each other or that a person keeps apart. Then works are joined that a person has joined, whatever contradicts, unless
 * a newer ruling keeps them apart. Nothing depends on the order of records: ties are settled by their names.
 * @param order stable names of the records, unique but for records that are alike in everything
 */
export function clusterRecords(
  keys: readonly MergeKeys[],
  order: readonly string[],
  pairs: readonly Pair[],
  rulings: readonly MergeRuling[] = [],
): Clusters {
  const rank = ranked(order);
  const works = new Works(keys, rank);
  const latest = new Map(rulings.map(({ a, b }, when) => [a < b ? `${a}|${b}` : `${b}|${a}`, when]));
  const current = new Set(latest.values());
  const standing = rulings.map((ruling, when) => ({ ...ruling, when })).filter(({ when }) => current.has(when));
  for (const { verdict, a, b, when } of standing) if (verdict === 'apart') works.keepApart(a, b, when);
  const lower = (p: Pair) => Math.min(rank[p.a]!, rank[p.b]!);
  const upper = (p: Pair) => Math.max(rank[p.a]!, rank[p.b]!);
  const sorted = [...pairs].sort((p, q) => q.score - p.score || lower(p) - lower(q) || upper(p) - upper(q));
  const asked: Question[] = [];
  for (const p of sorted) {
    if (p.verdict === 'ask') asked.push({ a: p.a, b: p.b, score: p.score, held: false });
    else if (!works.join(p.a, p.b)) asked.push({ a: p.a, b: p.b, score: p.score, held: true });
  }
  for (const { verdict, a, b, when } of standing.reverse()) if (verdict === 'join') works.join(a, b, when);
  return { head: works.heads(), questions: works.open(asked) };
}

function ranked(order: readonly string[]): Int32Array {
  const rank = new Int32Array(order.length);
  const sorted = order.map((_, i) => i).sort((a, b) => (order[a]! < order[b]! ? -1 : order[a]! > order[b]! ? 1 : a - b));
  sorted.forEach((record, place) => {
    rank[record] = place;
  });
  return rank;
}

/** What can contradict another record: all but abstracts and what is only looked at for families. */
const identityOf = (k: MergeKeys): string =>
  [k.doi, k.pmid, k.titles[0], k.people[0]?.join(' '), k.years, k.container, k.volume, k.issue, k.first, k.stated].join('|');

/** Sets of records that grow together, with what forbids it. */
class Works {
  private root: Int32Array;
  /** One record of a work for each way in which its records say who and where they are; none for works of one record. */
  private kinds = new Map<number, Map<string, number>>();
  /** For a work, the works that a person keeps it apart from, and which ruling did. */
  private apart = new Map<number, Map<number, number>>();
  private prepared = new Map<number, Prepared>();

  constructor(
    private keys: readonly MergeKeys[],
    private rank: Int32Array,
  ) {
    this.root = Int32Array.from(keys.keys());
  }

  private find(i: number): number {
    let at = i;
    while (this.root[at] !== at) {
      this.root[at] = this.root[this.root[at]!]!;
      at = this.root[at]!;
    }
    return at;
  }

  private kindsOf(root: number): Map<string, number> {
    let kinds = this.kinds.get(root);
    if (!kinds) {
      kinds = new Map([[identityOf(this.keys[root]!), root]]);
      this.kinds.set(root, kinds);
    }
    return kinds;
  }

  keepApart(a: number, b: number, when: number) {
    const [x, y] = [this.find(a), this.find(b)];
    this.part(x, y, when);
    this.part(y, x, when);
  }

  private part(from: number, to: number, when: number) {
    const others = this.apart.get(from);
    if (others) others.set(to, Math.max(when, others.get(to) ?? -1));
    else this.apart.set(from, new Map([[to, when]]));
  }

  /**
   * @param when which ruling says so; without one it is an automatic join
   * @returns false when they must stay two works
   */
  join(a: number, b: number, when = -1): boolean {
    const [x, y] = [this.find(a), this.find(b)];
    if (x === y) return true;
    if ((this.apart.get(x)?.get(y) ?? -1) > when) return false;
    const ruled = when >= 0;
    const [inX, inY] = [this.kindsOf(x), this.kindsOf(y)];
    if (!ruled && this.contradict(inX, inY)) return false;
    const [into, from] = inX.size >= inY.size ? [x, y] : [y, x];
    const all = this.kindsOf(into);
    for (const [identity, record] of this.kindsOf(from)) if (!all.has(identity)) all.set(identity, record);
    this.kinds.delete(from);
    this.root[from] = into;
    for (const [other, at] of this.apart.get(from) ?? []) {
      this.apart.get(other)!.delete(from);
      if (other === into) continue;
      this.part(into, other, at);
      this.part(other, into, at);
    }
    this.apart.delete(from);
    return true;
  }

  /**
   * True when some record of one contradicts some record of the other. A record whose keys are those of another says
   * nothing new, so that a publication that was retrieved ten thousand times is compared once.
   */
  private contradict(x: ReadonlyMap<string, number>, y: ReadonlyMap<string, number>): boolean {
    for (const [a, i] of x) for (const [b, j] of y) if (a !== b && this.pairContradicts(i, j)) return true;
    return false;
  }

  private pairContradicts(a: number, b: number): boolean {
    const { contradictions, verdict } = compareRecords(this.ready(a), this.ready(b));
    if (verdict === 'join') return false;
    return contradictions.some((c) => c !== 'title');
  }

  private ready(i: number): Prepared {
    let found = this.prepared.get(i);
    if (!found) {
      found = prepare(this.keys[i]!);
      this.prepared.set(i, found);
    }
    return found;
  }

  heads(): Int32Array {
    const first = new Map<number, number>();
    for (let i = 0; i < this.root.length; i++) {
      const root = this.find(i);
      const known = first.get(root);
      if (known === undefined || this.rank[i]! < this.rank[known]!) first.set(root, i);
    }
    return Int32Array.from(this.root, (_, i) => first.get(this.find(i))!);
  }

  /** Questions between works that are still two and that nobody has ruled on: one for each two works, the surest. */
  open(asked: readonly Question[]): Question[] {
    const seen = new Set<string>();
    return asked.filter(({ a, b }) => {
      const [x, y] = [this.find(a), this.find(b)];
      if (x === y || this.apart.get(x)?.has(y)) return false;
      const key = x < y ? `${x}|${y}` : `${y}|${x}`;
      if (seen.has(key)) return false;
      seen.add(key);
      return true;
    });
  }
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
