import { type Clause, compileQuery, normalised, parseQuery, type SearchText, wordTests, YES } from '@/core/query';
import { LONGEST_STRATEGY } from '@/core/search/desk';
import type { Served } from './corpus';

/** Which fields an index of a server looks into, or what it compares. */
export type IndexOf =
  | { kind: 'text'; fields: readonly Field[] }
  | { kind: 'whole'; field: 'heading' | 'main' }
  | { kind: 'year'; by: 'year' | 'entered' }
  | { kind: 'code'; of: (record: Served) => string; dropsMissing: boolean }
  | { kind: 'all' };
export type Field = 'title' | 'abstract' | 'heading' | 'author' | 'journal';
const CORE_NAME = { title: 'title', abstract: 'abstract', heading: 'heading', author: 'author', journal: 'journal' } as const;

/** Who asks in an index that a server does not have is told so by the protocol's diagnostic 16. */
export class NoSuchIndex extends Error {}

/** What certainly answers and what certainly does not: where a limiter drops what lacks its field, neither holds. */
interface Sets {
  yes: Uint8Array;
  no: Uint8Array;
}

const stem = (word: string): string => word.replace(/(?:ings?|ers?|ed|es|s)$/, (end) => (word.length - end.length >= 4 ? '' : end));

/** Answers queries over the records of one database, by words that are listed once. */
export class Engine {
  private readonly lists = new Map<Field, { words: Map<string, number[]>; sorted: string[] }>();
  private readonly texts = new Map<Field, string[][]>();
  private readonly known = new Map<string, Sets>();

  constructor(
    readonly records: readonly Served[],
    private readonly indexes: Readonly<Record<string, IndexOf>>,
    private readonly stems: boolean,
    private readonly usual: string,
  ) {
    this.indexes = Object.fromEntries(Object.entries(indexes).map(([name, index]) => [name.toLowerCase(), index]));
  }

  /** Lists the words of every field that is searched, so that whoever asks first does not wait for it. */
  ready(): void {
    for (const index of Object.values(this.indexes)) if (index.kind === 'text') for (const field of index.fields) this.listOf(field);
  }

  /** Numbers of the records that answer a query, in the order of the database. */
  find(query: string): number[] {
    const { yes } = this.sets(parseQuery(query, LONGEST_STRATEGY), query);
    const found: number[] = [];
    for (let i = 0; i < yes.length; i++) if (yes[i]) found.push(i);
    return found;
  }

  /** What was asked once is kept, parts of a query too: lines of a search have most of it in common. */
  private sets(clause: Clause, query: string): Sets {
    const key = query.slice(clause.from, clause.to);
    const known = this.known.get(key);
    if (known) return known;
    if (this.known.size > 1500) this.known.clear();
    const sets = clause.kind === 'search' ? this.search(clause) : this.combined(clause, query);
    this.known.set(key, sets);
    return sets;
  }

  private combined(clause: Extract<Clause, { kind: 'combined' }>, query: string): Sets {
    const [a, b] = [this.sets(clause.left, query), this.sets(clause.right, query)];
    if (clause.operator === 'prox') return this.near(clause, a, b);
    const yes = new Uint8Array(this.records.length);
    const no = new Uint8Array(this.records.length);
    const [ay, an, by, bn] = [a.yes, a.no, b.yes, b.no];
    const n = yes.length;
    if (clause.operator === 'or')
      for (let i = 0; i < n; i++) {
        yes[i] = ay[i]! | by[i]!;
        no[i] = an[i]! & bn[i]!;
      }
    else {
      // "Not" is "and" with what certainly does not answer.
      const [right, wrong] = clause.operator === 'and' ? [by, bn] : [bn, by];
      for (let i = 0; i < n; i++) {
        yes[i] = ay[i]! & right[i]!;
        no[i] = an[i]! | wrong[i]!;
      }
    }
    return { yes, no };
  }

  private indexOf(name: string): IndexOf {
    const asked = name.toLowerCase();
    const found = this.indexes[asked === '' || asked === 'cql.serverchoice' ? this.usual.toLowerCase() : asked];
    if (!found) throw new NoSuchIndex(name);
    return found;
  }

  private search(clause: Extract<Clause, { kind: 'search' }>): Sets {
    const index = this.indexOf(clause.index);
    const yes = new Uint8Array(this.records.length);
    if (index.kind === 'all') yes.fill(1);
    else if (index.kind === 'year') {
      const test = compileQuery({ ...clause, index: 'year' });
      this.records.forEach((r, i) => {
        const year = r[index.by];
        yes[i] = +(test({ texts: () => null, years: () => [year, year] }) === YES);
      });
    } else if (index.kind === 'whole') {
      const wanted = normalised(clause.term.text);
      this.records.forEach((r, i) => {
        yes[i] = +(index.field === 'main' ? r.main : r.headings).some((h) => normalised(h) === wanted);
      });
    } else if (index.kind === 'code') {
      const wanted = normalised(clause.term.text);
      const missing = new Uint8Array(this.records.length);
      this.records.forEach((r, i) => {
        const value = index.of(r);
        if (value === '') missing[i] = 1;
        yes[i] = +(value !== '' && normalised(value) === wanted);
      });
      return { yes, no: yes.map((y, i) => (y || (index.dropsMissing && missing[i]) ? 0 : 1)) };
    } else for (const field of index.fields) this.text(field, clause, yes);
    return { yes, no: yes.map((y) => 1 - y) };
  }

  /** Candidates by the rarest word, each then read. */
  private text(field: Field, clause: Extract<Clause, { kind: 'search' }>, yes: Uint8Array) {
    const asked = this.stems ? { ...clause.term, text: stemmed(clause.term.text) } : clause.term;
    const tests = wordTests(asked);
    const { words, sorted } = this.listOf(field);
    let fewest: number[] | null = null;
    for (const test of tests) {
      const own: number[] = test.mask === test.head ? (words.get(test.mask) ?? []) : this.beginning(words, sorted, test.head, test.test);
      if (!fewest || own.length < fewest.length) fewest = own;
    }
    const only = tests.length === 1 && clause.relation !== '==' && clause.relation !== 'exact' && !clause.term.text.includes('^');
    const test = compileQuery({ ...clause, term: asked, index: CORE_NAME[field] });
    for (const i of fewest ?? []) if (!yes[i] && (only || test(this.asText(field, i)) === YES)) yes[i] = 1;
  }

  private beginning(words: Map<string, number[]>, sorted: string[], head: string, test: (word: string) => boolean): number[] {
    let [low, high] = [0, sorted.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sorted[middle]! < head) low = middle + 1;
      else high = middle;
    }
    const found = new Set<number>();
    for (; low < sorted.length && sorted[low]!.startsWith(head); low++)
      if (test(sorted[low]!)) for (const i of words.get(sorted[low]!)!) found.add(i);
    return [...found];
  }

  private near(clause: Extract<Clause, { kind: 'combined' }>, a: Sets, b: Sets): Sets {
    const yes = new Uint8Array(this.records.length);
    if (clause.left.kind !== 'search' || clause.right.kind !== 'search') return { yes, no: yes.map(() => 1) };
    const index = this.indexOf(clause.left.index);
    for (const field of index.kind === 'text' ? index.fields : []) {
      const side = (c: Extract<Clause, { kind: 'search' }>) => ({
        ...c,
        index: CORE_NAME[field],
        ...(this.stems ? { term: { ...c.term, text: stemmed(c.term.text) } } : {}),
      });
      const test = compileQuery({ ...clause, left: side(clause.left), right: side(clause.right) });
      for (let i = 0; i < yes.length; i++) if (!yes[i] && a.yes[i] && b.yes[i] && test(this.asText(field, i)) === YES) yes[i] = 1;
    }
    return { yes, no: yes.map((y) => 1 - y) };
  }

  private asText(field: Field, i: number): SearchText {
    const texts = this.textsOf(field)[i]!;
    return { texts: () => texts, years: () => null };
  }

  private textsOf(field: Field): string[][] {
    let texts = this.texts.get(field);
    if (!texts) {
      const of = (r: Served) =>
        field === 'title'
          ? [r.title]
          : field === 'abstract'
            ? [r.abstract]
            : field === 'heading'
              ? r.headings
              : field === 'author'
                ? r.authors
                : [r.venue];
      texts = this.records.map((r) => of(r).map((t) => (this.stems ? ` ${stemmed(normalised(t).trim())} ` : normalised(t))));
      this.texts.set(field, texts);
    }
    return texts;
  }

  /** The words of a field in their order, each with the records that have it. */
  listOf(field: Field): { words: Map<string, number[]>; sorted: string[] } {
    let list = this.lists.get(field);
    if (!list) {
      const words = new Map<string, number[]>();
      this.textsOf(field).forEach((texts, i) => {
        for (const text of texts)
          for (const word of new Set(text.trim().split(' '))) {
            const own = words.get(word);
            if (!own) words.set(word, [i]);
            else if (own.at(-1) !== i) own.push(i);
          }
      });
      list = { words, sorted: [...words.keys()].sort() };
      this.lists.set(field, list);
    }
    return list;
  }
}

const stemmed = (text: string): string => text.replace(/[\p{L}\p{N}]+(?!\*)\b/gu, (word) => stem(word.toLowerCase()));
