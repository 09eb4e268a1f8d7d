import { compareRecords, type MergeKeys, type Pair, prepare, scorePairs } from '@/core/merge';
import { lostAt, type SieveRun } from '@/core/sieve';
import { relativeRecall, type Share } from './proportions';

/** A record that a known work may be. */
export interface KnownMatch {
  /** Place in the list of records. */
  record: number;
  /** `same`: by the rules of merging; `ask`: a person has to say. */
  verdict: 'same' | 'ask';
  score: number;
  /** Title for title they are the same, but for case, accents and signs. */
  sameTitle: boolean;
}

/**
 * Looks for known works among the records, by the rules that records are merged by. A known work of which only an
 * identifier was given is looked for by that alone; one of which only the title was given is always asked about.
 * @returns for each known work the records that it is or may be, best first
 */
export function matchKnown(records: readonly MergeKeys[], known: readonly MergeKeys[]): KnownMatch[][] {
  const matches: KnownMatch[][] = known.map(() => []);
  const from = records.length;
  const add = (i: number, record: number, score: number, verdict: KnownMatch['verdict']) =>
    matches[i]!.push({
      record,
      verdict,
      score,
      sameTitle: known[i]!.titles[0] !== '' && known[i]!.titles[0] === records[record]!.titles[0],
    });
  for (const { a, b, score, verdict } of scored([...records, ...known], from))
    if (a < from) add(b - from, a, score, verdict === 'join' ? 'same' : 'ask');
  const met = (i: number, record: number) => matches[i]!.some((m) => m.record === record);
  byTitleAlone(records, known, (i, record, score) => {
    if (!met(i, record)) add(i, record, score, 'ask');
  });
  const inRecords = byIdentifier(records);
  known.forEach((k, i) => {
    const bare = isBare(k);
    if (bare) matches[i] = [];
    // One identifier under two titles is a slip of somebody's: a person has to look.
    for (const record of identified(inRecords, k)) if (!met(i, record)) add(i, record, 12, bare ? 'same' : 'ask');
    // Of a title that stands there word for word, others that only come near are not meant.
    if (isTitleAlone(k) && matches[i]!.some((m) => m.sameTitle)) matches[i] = matches[i]!.filter((m) => m.sameTitle);
    matches[i]!.sort((a, b) => Number(b.verdict === 'same') - Number(a.verdict === 'same') || b.score - a.score || a.record - b.record);
  });
  return matches;
}

/**
 * For each work of a list the place of the first that is the same work; its own when none before it is.
 * @param from only works from this place on are compared, with each other and with those before
 */
export function firstOfEach(known: readonly MergeKeys[], from = 0): number[] {
  const first = known.map((_, i) => i);
  for (const { a, b, verdict } of scored(known, from)) if (verdict === 'join') first[b] = Math.min(first[b]!, first[a]!);
  const places = byIdentifier(known);
  for (let i = from; i < known.length; i++) {
    const earlier = identified(places, known[i]!).find((j) => j < i && (isBare(known[i]!) || isBare(known[j]!)));
    if (earlier !== undefined) first[i] = Math.min(first[i]!, first[earlier]!);
  }
  return first;
}

function scored(keys: readonly MergeKeys[], from: number): Pair[] {
  const steps = scorePairs(keys, from);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value.pairs;
  }
}

const isBare = (k: MergeKeys): boolean => k.titles[0] === '' && (k.doi !== '' || k.pmid !== '');
const identifiersOf = (k: MergeKeys): string[] => [...(k.doi ? [`doi ${k.doi}`] : []), ...(k.pmid ? [`pmid ${k.pmid}`] : [])];

/** Places in the list of those that have each identifier. */
function byIdentifier(list: readonly MergeKeys[]): ReadonlyMap<string, number[]> {
  const places = new Map<string, number[]>();
  list.forEach((k, i) => {
    for (const id of identifiersOf(k)) {
      const found = places.get(id);
      if (found) found.push(i);
      else places.set(id, [i]);
    }
  });
  return places;
}
const identified = (places: ReadonlyMap<string, number[]>, k: MergeKeys): number[] =>
  [...new Set(identifiersOf(k).flatMap((id) => places.get(id) ?? []))].sort((a, b) => a - b);

const isTitleAlone = (k: MergeKeys): boolean => k.titles[0] !== '' && !k.doi && !k.pmid && k.people.length === 0 && k.years === null;
const ALIKE: ReadonlySet<string> = new Set(['same', 'slips', 'shorter']);

/** Two titles are too little for merging to be sure of, and enough for a person to look at. */
function byTitleAlone(
  records: readonly MergeKeys[],
  known: readonly MergeKeys[],
  found: (i: number, record: number, score: number) => void,
) {
  const wanted = new Map<number, number[]>();
  known.forEach((k, i) => {
    if (isTitleAlone(k)) for (const block of k.blocks) wanted.set(block, [...(wanted.get(block) ?? []), i]);
  });
  if (wanted.size === 0) return;
  records.forEach((record, at) => {
    for (const i of new Set(record.blocks.flatMap((block) => wanted.get(block) ?? []))) {
      const { evidence, score } = compareRecords(prepare(record), prepare(known[i]!));
      if (evidence.some((e) => e.field === 'title' && ALIKE.has(e.outcome))) found(i, at, score);
    }
  });
}

/** What is known to belong, held against the search and the sieve. */
export interface KnownRecall {
  search: Share | null;
  /** One a database, in the order of the columns. */
  databases: (Share | null)[];
  /** After each limiter that is on: what is neither stopped nor held so far, with what it stops and holds itself. */
  after: { limiter: number; left: Share | null; held: number; lost: number[] }[];
}

/**
 * Relative recall of the search, of each database and after each limiter.
 * @param rows of each known work its place in the columns; null when it was not retrieved
 */
export function knownRecall(run: SieveRun, rows: readonly (number | null)[]): KnownRecall {
  const { columns, sieve, stops, holds } = run;
  const found = rows.filter((r) => r !== null);
  const of = (n: number) => relativeRecall(n, rows.length);
  const lost = lostAt(run, found);
  return {
    search: of(found.length),
    databases: columns.databases.map((_, bit) => of(found.filter((i) => (columns.membership[i]! >>> bit) & 1).length)),
    after: sieve.flatMap((l, limiter) => {
      if (!l.on) return [];
      const upTo = (2 << limiter) - 1;
      const open = found.filter((i) => (stops[i]! & upTo) === 0);
      const held = open.filter((i) => (holds[i]! & upTo) !== 0).length;
      return [{ limiter, left: of(open.length - held), held, lost: lost[limiter]! }];
    }),
  };
}
