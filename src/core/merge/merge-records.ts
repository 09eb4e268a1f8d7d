import { type Clusters, clusterRecords, type MergeRuling } from './cluster';
import type { MergeKeys } from './merge-keys';
import { scorePairs } from './pairs';

/** A record to be merged: `order` is a stable name for it, the same whatever the order of import. */
export interface Mergeable {
  order: string;
  keys: MergeKeys;
}

/**
 * Joins records into works, at once. Where it takes long, `scorePairs` and `clusterRecords` are called step by step.
 * @returns the works, and the records (by their places) that could not be compared: each is a work of its own
 */
export function mergeRecords(
  records: readonly Mergeable[],
  rulings: readonly MergeRuling[] = [],
): Clusters & { faults: { record: number; error: unknown }[] } {
  const keys = records.map((r) => r.keys);
  const scoring = scorePairs(keys);
  let step = scoring.next();
  while (!step.done) step = scoring.next();
  const { pairs, faults } = step.value;
  const order = records.map((r) => r.order);
  return { ...clusterRecords(keys, order, pairs, rulings), faults };
}
