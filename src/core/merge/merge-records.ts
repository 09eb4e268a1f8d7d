import { type Clusters, clusterRecords, type MergeRuling } from './cluster';
import type { MergeKeys } from './merge-keys';
import { scorePairs } from './pairs';

/** A record to be merged: `order` is a stable name for it, the same whatever the order of import. */
export interface Mergeable {
  order: string;
  keys: MergeKeys;
}

/** Joins records into works, at once. Where it takes long, `scorePairs` and `clusterRecords` are called step by step. */
export function mergeRecords(records: readonly Mergeable[], rulings: readonly MergeRuling[] = []): Clusters {
  const keys = records.map((r) => r.keys);
  const scoring = scorePairs(keys);
  let step = scoring.next();
  while (!step.done) step = scoring.next();
  return clusterRecords(
    keys,
    records.map((r) => r.order),
    step.value.pairs,
    rulings,
  );
}
