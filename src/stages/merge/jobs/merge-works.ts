import type { EntityManager } from '@mikro-orm/postgresql';
import {
  Clustering,
  type Comparing,
  comparingOf,
  type KeyShelf,
  type Pair,
  PreparedKeys,
  rangesOf,
  type ScoredRange,
  scoredTogether,
  scoreRange,
} from '@/core/merge';
import { MERGE_RULE_SET } from '@/core/storage';
import { copyRows } from '@/platform/db/copy';
import { inOrder } from '@/platform/threads/in-order';
import { basisOf, labourFor } from '@/platform/threads/labour';
import { asideOf, Unprocessable } from '@/stages/retrieve';
import { writeBlocks } from '../store/merge-blocks';
import { type Rulings, recordRulings } from '../store/merge-rulings';
import type { KeyedRecords, NamedRecord } from './derive-records';
import { Merging } from './merging';

/**
 * Compares records, and gives their works as they become known. What was judged before is kept: only pairs with a new
 * record are judged, unless records went or the rules changed. The outcome is the same either way.
 * @param all the records, with those merged before at the beginning
 * @param known which were merged before by the rules as they are
 */
export async function mergeWorks(
  tx: EntityManager,
  reviewId: string,
  all: KeyedRecords,
  known: ReadonlySet<number>,
  rulings: Rulings,
  step: (done: number) => Promise<void>,
): Promise<Merging> {
  const { records, keys } = all;
  const addsOnly = known.size > 0 && known.size === records.filter((r) => known.has(r.no)).length;
  await writeBlocks(tx, reviewId, records, (place) => keys.blocksOf(place));
  let from = addsOnly ? known.size : 0;
  let comparing = comparingOf(keys, from);
  if (!comparing) {
    from = 0;
    comparing = comparingOf(keys)!;
  }
  const scored = await score(keys, comparing, step);
  if (scored.faults.length) throw new Unprocessable(scored.faults.map((f) => asideOf(records[f.record]!.no, 'merge', f.error)));
  const place = new Map(records.map((r, i) => [r.no, i]));
  const before = from > 0 ? await storedPairs(tx, reviewId, place) : [];
  await storePairs(tx, reviewId, records, scored.pairs, from === 0);
  const names = records.map((r) => r.name);
  return new Merging(all, new Clustering(keys, names, [...before, ...scored.pairs], recordRulings(rulings, records)));
}

/** Judges the pairs by ranges of records, in as many threads as there are: what comes of it is the same. */
async function score(keys: KeyShelf, comparing: Comparing, step: (done: number) => Promise<void>): Promise<ScoredRange> {
  const labour = labourFor(keys.length - comparing.from);
  const basis = basisOf(null);
  const shelf = keys.share();
  const here = new PreparedKeys(keys);
  const scored = inOrder(rangesOf(comparing), labour.width, async (range) => ({
    to: range.twins[1],
    made: await labour.run('compare', basis, { shelf, comparing, range }, () => scoreRange(here, comparing, range)),
  }));
  const all: ScoredRange[] = [];
  for await (const { to, made } of scored) {
    all.push(made);
    await step(to);
  }
  return scoredTogether(all);
}

/** Records whose pairs are stored, if they were judged by the rules as they are now. */
export async function knownRecords(tx: EntityManager, reviewId: string): Promise<Set<number>> {
  const rows = await tx.execute<{ record_no: number }[]>(
    `select m.record_no from work_record m join merge_state s on s.review_id = m.review_id and s.rules = ?
     where m.review_id = ? and m.active`,
    [MERGE_RULE_SET, reviewId],
  );
  return new Set(rows.map((r) => r.record_no));
}

async function storedPairs(tx: EntityManager, reviewId: string, place: ReadonlyMap<number, number>): Promise<Pair[]> {
  const rows = await tx.execute<Pair[]>('select a, b, score, verdict from merge_pair where review_id = ?', [reviewId]);
  return rows.map((p) => ({ ...p, a: place.get(p.a)!, b: place.get(p.b)! }));
}

async function storePairs(tx: EntityManager, reviewId: string, records: readonly NamedRecord[], pairs: readonly Pair[], whole: boolean) {
  if (whole) await tx.execute('delete from merge_pair where review_id = ?', [reviewId]);
  await copyRows(
    tx,
    'merge_pair',
    ['review_id', 'a', 'b', 'score', 'verdict'],
    [pairs.map((p) => [reviewId, records[p.a]!.no, records[p.b]!.no, p.score, p.verdict])],
  );
  await tx.execute(
    'insert into merge_state (review_id, rules) values (?, ?) on conflict (review_id) do update set rules = excluded.rules',
    [reviewId, MERGE_RULE_SET],
  );
}
