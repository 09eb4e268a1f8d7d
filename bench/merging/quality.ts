import { wilsonInterval } from '@/core/checks';
import { findFamilies, mergeKeys, mergeRecords, worksOf } from '@/core/merge';
import { row } from '../print';
import { makeCorpus } from './listings';
import { makeSecond } from './second/listings';

/** "15,407 of 15,408 (99.99 %; 95 % CI 99.96 to 100.00)" */
function share(k: number, n: number): string {
  const { low, high } = wilsonInterval(k, n);
  const percent = (p: number) => (100 * p).toFixed(2);
  return `${k.toLocaleString('en-GB')} of ${n.toLocaleString('en-GB')} (${percent(k / n)} %; 95 % CI ${percent(low)} to ${percent(high)})`;
}

/** Two corpora, written from different premises. */
const CORPORA = { first: makeCorpus, second: makeSecond } as const;
type Corpus = keyof typeof CORPORA;

const pairsOf = (n: number) => (n * (n - 1)) / 2;

/**
 * Merges a seeded corpus with known truth and prints what came of it. Pairs of records are counted: a join is every
 * pair within a work.
 */
export function quality(publications: number, seed: number, corpus: Corpus = 'first') {
  const { listed, originals } = CORPORA[corpus](publications, seed);
  const records = listed.map((l, i) => ({ order: `${l.database}|${String(i).padStart(7, '0')}`, keys: mergeKeys(l.record) }));
  const { head, questions } = mergeRecords(records);
  const works = worksOf(head);
  let [joined, right] = [0, 0];
  for (const work of works) {
    joined += pairsOf(work.length);
    const counts = new Map<number, number>();
    for (const i of work) counts.set(listed[i]!.work, (counts.get(listed[i]!.work) ?? 0) + 1);
    for (const n of counts.values()) right += pairsOf(n);
  }
  const truth = new Map<number, number>();
  for (const l of listed) truth.set(l.work, (truth.get(l.work) ?? 0) + 1);
  const all = [...truth.values()].reduce((sum, n) => sum + pairsOf(n), 0);
  const { links } = findFamilies(works.map((w) => w.map((i) => records[i]!.keys)));
  const idOf = works.map((w) => listed[w[0]!]!.work);
  const real = new Set(
    originals.flatMap((o) =>
      o.relation && truth.has(o.id) && truth.has(o.relation.to) ? `${o.relation.type}|${o.id}|${o.relation.to}` : [],
    ),
  );
  const found = new Set(links.map((l) => `${l.type}|${idOf[l.from]}|${idOf[l.to]}`));
  const hit = [...real].filter((l) => found.has(l)).length;
  row(
    `${corpus} corpus, seed ${seed}: ${listed.length.toLocaleString('en-GB')} records of ${truth.size.toLocaleString('en-GB')} publications`,
    `${works.length.toLocaleString('en-GB')} works`,
  );
  row('  precision: automatic joins that are right', share(right, joined));
  row('  recall: true joins that were made', share(right, all));
  row('  works asked about: pairs to settle, of works', share(questions.length, works.length));
  row('  family links found, of those between listed publications', share(hit, real.size));
  row('  family links that are right, of those found', share([...found].filter((l) => real.has(l)).length, found.size));
}
