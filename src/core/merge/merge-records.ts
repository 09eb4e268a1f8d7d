import { isGenericTitle, type MergeKeys } from './normalise';

/** A record to be merged: `order` is a stable name for it, the same whatever the order of import. */
export interface Mergeable {
  order: string;
  keys: MergeKeys;
}

export type JoinReason = 'same-doi' | 'same-pmid' | 'same-title-year-author';
/** Why two records that share a key were left apart. */
export type Contradiction = 'doi-differs' | 'pmid-differs' | 'pages-differ' | 'title-differs';

export interface MergeResult {
  /** For each record given, the index of the first record (in stable order) of its work. */
  head: Int32Array;
  joins: { a: number; b: number; reason: JoinReason }[];
  refusals: { a: number; b: number; reason: JoinReason; because: Contradiction }[];
}

/**
 * Joins records into works: identical DOI, identical PMID, or identical normalised title, year and first author's
 * family name; never when any two records of the joined work would contradict each other. Deterministic and
 * independent of input order, because candidates are taken in the order of the records' stable names.
 */
export function mergeRecords(records: readonly Mergeable[]): MergeResult {
  const byOrder = records.map((_, i) => i).sort((a, b) => compare(records[a]!.order, records[b]!.order));
  const head = Int32Array.from(records.keys());
  const members: number[][] = records.map((_, i) => [i]);
  const summaries: Summary[] = records.map(({ keys }) => summaryOf(keys));
  const result: MergeResult = { head, joins: [], refusals: [] };
  for (const reason of ['same-doi', 'same-pmid', 'same-title-year-author'] as const) {
    const groups = new Map<string, number[]>();
    for (const i of byOrder) {
      const key = keyFor(reason, records[i]!.keys);
      const group = groups.get(key);
      if (group) group.push(i);
      else if (key) groups.set(key, [i]);
    }
    for (const group of groups.values()) joinGroup(group, reason);
  }
  return result;

  /** Each record is tried against each work of its group in turn, so that one that contradicts does not part the rest. */
  function joinGroup(group: number[], reason: JoinReason) {
    const works: number[] = [head[group[0]!]!];
    for (const b of group.slice(1)) {
      const own = head[b]!;
      if (works.includes(own)) continue;
      const target = works.find((work) => {
        const because = contradiction(summaries[work]!, summaries[own]!, reason);
        if (because) result.refusals.push({ a: work, b, reason, because });
        return !because;
      });
      if (target !== undefined) join(target, b, own, reason);
      else if (works.length < MOST_WORKS_TRIED) works.push(own);
    }
  }

  function join(work: number, b: number, own: number, reason: JoinReason) {
    result.joins.push({ a: work, b, reason });
    for (const m of members[own]!) head[m] = work;
    members[work]!.push(...members[own]!);
    absorb(summaries[work]!, summaries[own]!);
  }
}

/** Records that share a key and contradict each other make works of their own; past so many, more are not compared. */
const MOST_WORKS_TRIED = 300;

/** What the records of a work say, each value once: enough to see a contradiction without comparing every pair. */
interface Summary {
  dois: Set<string>;
  pmids: Set<string>;
  pages: Set<string>;
  volumes: Set<string>;
  titles: Set<string>;
}

const oneOf = (value: string): Set<string> => new Set(value ? [value] : []);
const summaryOf = (k: MergeKeys): Summary => ({
  dois: oneOf(k.doi),
  pmids: oneOf(k.pmid),
  pages: oneOf(k.page),
  volumes: oneOf(k.volume),
  titles: oneOf(k.title),
});

function absorb(into: Summary, from: Summary) {
  for (const key of ['dois', 'pmids', 'pages', 'volumes', 'titles'] as const) for (const value of from[key]) into[key].add(value);
}

/** True when some value of one is not some value of the other: then two of their records differ. */
const differ = (a: Set<string>, b: Set<string>): boolean => a.size > 0 && b.size > 0 && new Set([...a, ...b]).size > 1;

function contradiction(a: Summary, b: Summary, reason: JoinReason): Contradiction | null {
  if (differ(a.pmids, b.pmids)) return 'pmid-differs';
  if (differ(a.dois, b.dois)) return 'doi-differs';
  if (reason !== 'same-title-year-author') {
    // An erratum or a comment that carries the DOI of its article must not become the article.
    for (const left of a.titles) for (const right of b.titles) if (!akin(left, right)) return 'title-differs';
    return null;
  }
  const samePlace = a.pages.size > 0 && b.pages.size > 0 && !differ(a.pages, b.pages);
  if (differ(a.pages, b.pages) || (differ(a.volumes, b.volumes) && !samePlace)) return 'pages-differ';
  return [...a.titles, ...b.titles].some(isGenericTitle) && !samePlace ? 'pages-differ' : null;
}

/** The works of a merge, each as the indexes of its records. */
export function worksOf(head: Int32Array): number[][] {
  const works = new Map<number, number[]>();
  head.forEach((h, i) => {
    const members = works.get(h);
    if (members) members.push(i);
    else works.set(h, [i]);
  });
  return [...works.values()];
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

function keyFor(reason: JoinReason, keys: MergeKeys): string {
  if (reason === 'same-doi') return keys.doi;
  if (reason === 'same-pmid') return keys.pmid;
  return keys.title && keys.year !== null && keys.family ? `${keys.title}|${keys.year}|${keys.family}` : '';
}

const words = (title: string): Set<string> => new Set(title.split(' '));

/** Titles that may be one: the words of the shorter are mostly in the longer, and both or neither is a notice. */
function akin(a: string, b: string): boolean {
  const notice = /^(?:correction|erratum|corrigendum|retraction|expression of concern|comment on|reply to|response to)\b/;
  if (notice.test(a) !== notice.test(b)) return false;
  const [wa, wb] = [words(a), words(b)];
  const shared = [...wa].filter((w) => wb.has(w)).length;
  return shared >= 0.6 * Math.min(wa.size, wb.size);
}
