import type { Columns } from '@/core/sieve';
import { derivedFrom } from '@/platform/cache/process-wide';
import type { ReviewState } from '../store/review-state';

/** The orders of the queue, each with what it does. */
export const QUEUE_ORDERS = {
  level:
    'Best evidence first: by the middle of the levels that are possible, then the newest; works that the scheme does not grade come last.',
  nearest:
    'Nearest to the kept ones first: by how many weighty words of title and abstract a work shares with the middle of those kept; with the question while nothing is kept.',
  newest: 'The newest first, by the first day it can have been public.',
  oldest: 'The oldest first, by the first day it can have been public.',
  database: 'Database by database, in the order of the review; of each the newest first.',
  random: 'In an order drawn by a seed: the same seed gives everybody the same order.',
} as const;
export type QueueOrder = keyof typeof QUEUE_ORDERS;
type FixedOrder = Exclude<QueueOrder, 'nearest'>;
/** All works of a review in the orders that were asked for last: each is the same for every stage and filter, and whatever is decided. */
const ordered = derivedFrom<Columns, Map<FixedOrder, { key: string; rows: Int32Array }>>('queue-orders');

/** The places of all works in the columns, in an order. @param seed of the one that is drawn by lot */
export function allInOrder(state: ReviewState, order: FixedOrder, seed: number): Int32Array {
  const orders = ordered.get(state.columns) ?? new Map<FixedOrder, { key: string; rows: Int32Array }>();
  ordered.set(state.columns, orders);
  const key = order === 'random' ? String(seed) : order === 'level' ? JSON.stringify(state.scheme.levels.map((l) => l.code)) : '';
  const known = orders.get(order);
  if (known?.key === key) return known.rows;
  const rows = Int32Array.from(state.columns.numbers.keys()).sort(comparing(state, order, seed));
  orders.set(order, { key, rows });
  return rows;
}

/** Compares two works by their places in the columns. */
function comparing(state: ReviewState, order: FixedOrder, seed: number): (a: number, b: number) => number {
  const { columns } = state;
  const { from, to } = columns.dates.earliest;
  const newest = (a: number, b: number) => from[b]! - from[a]! || a - b;
  if (order === 'newest') return newest;
  if (order === 'oldest') {
    // Without a date a work is neither old nor new: it comes last either way.
    const dated = (i: number) => (to[i] === 2147483647 ? 1 : 0);
    return (a, b) => dated(a) - dated(b) || from[a]! - from[b]! || a - b;
  }
  if (order === 'database') {
    const first = (i: number) => Math.clz32(columns.membership[i]! & -columns.membership[i]!);
    return (a, b) => first(b) - first(a) || newest(a, b);
  }
  if (order === 'random') return (a, b) => drawn(columns.numbers[a]!, seed) - drawn(columns.numbers[b]!, seed) || a - b;
  const height = heights(state);
  return (a, b) => height(a) - height(b) || newest(a, b);
}

/** How high a work stands on the ladder of evidence; small numbers are high. Sets of levels recur: each is worked out once. */
function heights({ columns, scheme }: ReviewState): (i: number) => number {
  const rungs = scheme.levels.flatMap((level, rung) => (level.code === 'not-graded' ? [] : [rung]));
  const known = new Map<number, number>();
  return (i) => {
    const mask = columns.all.level[i]!;
    let height = known.get(mask);
    if (height === undefined) {
      const possible = rungs.filter((rung) => (mask >>> rung) & 1);
      const middle = possible.reduce((a, b) => a + b, 0) / possible.length;
      height = possible.length ? middle * 64 + possible[0]! : Number.MAX_SAFE_INTEGER;
      known.set(mask, height);
    }
    return height;
  };
}

/** A number that looks drawn by lot, the same for the same work and seed. */
function drawn(no: number, seed: number): number {
  let t = Math.imul(no ^ (seed * 0x9e3779b1), 0x85ebca6b);
  t = Math.imul(t ^ (t >>> 13), 0xc2b2ae35);
  return (t ^ (t >>> 16)) >>> 0;
}
