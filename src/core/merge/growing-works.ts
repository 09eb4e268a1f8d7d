import { contradicts } from './compare';
import type { ComparedKeys, KeyList } from './merge-keys';
import type { Pair } from './pairs';
import { PreparedKeys } from './prepare';

/** Two works that a person should look at: the pair of their records that speaks most for one publication. */
export interface Question {
  a: number;
  b: number;
  score: number;
  /** They would be one, but a record of their works contradicts. */
  held: boolean;
}

/** Scores that are no further apart than this say the same. */
const NEARLY = 1;

/** A publication that was retrieved very often has as many ties: the first tell. */
const MOST_TIES = 12;

const pairKey = (a: number, b: number): number => (a < b ? a * 2 ** 26 + b : b * 2 ** 26 + a);

/** Works of up to so many records are stood for by all of them. */
const FEW = 6;

/** What can contradict another record: all but abstracts and what is only looked at for families. */
const identityOf = (k: ComparedKeys): string =>
  [k.doi, k.pmid, k.titles[0], k.people[0]?.join(' '), k.years, k.container, k.volume, k.issue, k.first, k.stated].join('|');

/** Sets of records that grow together, with what forbids it. */
export class GrowingWorks {
  private root: Int32Array;
  /** Records that stand for a work: all of a small one, of a large one those that say something of their own. */
  private standing = new Map<number, number[]>();
  /** For a work, the works that a person keeps it apart from, and which ruling did. */
  private apart = new Map<number, Map<number, number>>();
  private prepared: PreparedKeys;
  /** Pairs that were judged to be one publication: nothing in them contradicts. */
  private agreed = new Set<number>();
  /** For each record, the pairs that would join it, the surest first. */
  private ties = new Map<number, Pair[]>();

  constructor(
    private keys: KeyList,
    private rank: Int32Array,
    pairs: readonly Pair[],
  ) {
    this.prepared = new PreparedKeys(keys);
    this.root = Int32Array.from({ length: keys.length }, (_, i) => i);
    for (const pair of pairs) {
      if (pair.verdict !== 'join') continue;
      this.agreed.add(pairKey(pair.a, pair.b));
      for (const record of [pair.a, pair.b]) {
        const ties = this.ties.get(record);
        if (ties) ties.push(pair);
        else this.ties.set(record, [pair]);
      }
    }
  }

  private find(i: number): number {
    let at = i;
    while (this.root[at] !== at) {
      this.root[at] = this.root[this.root[at]!]!;
      at = this.root[at]!;
    }
    return at;
  }

  private of = (root: number): number[] => this.standing.get(root) ?? [root];

  /** The records that stand for two works together. */
  private together(all: readonly number[], more: readonly number[]): number[] {
    const both = [...all, ...more];
    if (both.length <= FEW) return both;
    return [...new Map(both.map((r) => [identityOf(this.keys.at(r)!), r] as const).reverse()).values()].reverse();
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
    const [inX, inY] = [this.of(x), this.of(y)];
    // Of two works of one record each, this pair has just been judged.
    if (!ruled && inX.length + inY.length > 2 && this.contradict(inX, inY)) return false;
    const [into, from] = inX.length >= inY.length ? [x, y] : [y, x];
    this.standing.set(into, this.together(this.of(into), this.of(from)));
    this.standing.delete(from);
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
   * True when one of the two fits as well with a third record that contradicts the other: it is one or the other, and
   * nothing says which.
   */
  torn({ a, b, score }: Pair): boolean {
    return this.fitsElsewhere(a, b, score) || this.fitsElsewhere(b, a, score);
  }

  private fitsElsewhere(record: number, partner: number, score: number): boolean {
    for (const tie of this.ties.get(record)!.slice(0, MOST_TIES)) {
      if (tie.score < score - NEARLY) return false;
      const third = tie.a === record ? tie.b : tie.a;
      if (third !== partner && this.pairContradicts(partner, third)) return true;
    }
    return false;
  }

  /**
   * True when some record of one contradicts some record of the other. A record whose keys are those of another says
   * nothing new, so that a publication that was retrieved ten thousand times is compared once.
   */
  private contradict(x: readonly number[], y: readonly number[]): boolean {
    for (const a of x) for (const b of y) if (this.pairContradicts(a, b)) return true;
    return false;
  }

  private pairContradicts(a: number, b: number): boolean {
    if (this.agreed.has(pairKey(a, b))) return false;
    try {
      return contradicts(this.prepared.at(a), this.prepared.at(b));
    } catch {
      // What can't be compared is not joined.
      return true;
    }
  }

  /** The works that some records are in, each as those of them that it holds, in their order. */
  groups(records: readonly number[]): number[][] {
    const groups = new Map<number, number[]>();
    for (const i of records) {
      const root = this.find(i);
      const group = groups.get(root);
      if (group) group.push(i);
      else groups.set(root, [i]);
    }
    return [...groups.values()];
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
