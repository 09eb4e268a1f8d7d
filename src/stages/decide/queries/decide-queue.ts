import { z } from 'zod';
import { FLAGS } from '@/core/classify';
import { isAgainstSieve, STAGES, type Stage, stateOf, type WorkState } from '@/core/flow';
import { LEFT } from '@/core/sieve';
import { ALL, CODED_AXES, type CodedAxis, codesOf } from '@/core/vocabularies';
import type { Context } from '@/platform/context';
import { textIndex } from '@/stages/classify';
import { type AsSeen, asSeen } from '../store/as-seen';
import { isOwn } from '../store/own';
import type { ReviewState } from '../store/review-state';
import { lookAgain } from './look-again';

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
export const QUEUE_SHOWS = {
  all: 'all works',
  open: 'undecided and waiting',
  waiting: 'waiting',
  kept: 'kept',
  excluded: 'excluded',
  background: 'background',
  'look-again': 'to look at again',
  against: 'decided, and the sieve says otherwise',
  flagged: 'retracted, with a concern or corrected',
  unclear: 'with something unknown or disputed',
} as const;
export type QueueShow = keyof typeof QUEUE_SHOWS;

/** Axes that the queue can be filtered by, by the name of the filter. */
const KIND_AXES = { source: 'sourceType', publication: 'publicationType' } as const;
export type KindFilter = keyof typeof KIND_AXES;
export interface KindChoice {
  code: string;
  label: string;
  works: number;
}
const UNKNOWN_KIND = { code: 'unknown', label: 'not known' };
/** Whether a work can be of a kind; one of which nothing is known is of none but the unknown. */
const isOfKind = (axis: CodedAxis, mask: number, code: string): boolean =>
  mask === ALL[axis] ? code === UNKNOWN_KIND.code : codesOf(CODED_AXES[axis].values, mask).includes(code);

function kindsOf({ columns }: ReviewState, indexes: readonly number[], filter: KindFilter): KindChoice[] {
  const axis = KIND_AXES[filter];
  const masks = new Map<number, number>();
  for (const i of indexes) masks.set(columns.all[axis][i]!, (masks.get(columns.all[axis][i]!) ?? 0) + 1);
  return [...CODED_AXES[axis].values, UNKNOWN_KIND]
    .map(({ code, label }) => ({
      code,
      label,
      works: [...masks].reduce((n, [mask, works]) => n + (isOfKind(axis, mask, code) ? works : 0), 0),
    }))
    .filter((k) => k.works > 0)
    .sort((a, b) => b.works - a.works);
}

const QueueInput = z.object({
  stage: z.enum(STAGES).catch('title-abstract'),
  order: z.enum(Object.keys(QUEUE_ORDERS) as [QueueOrder, ...QueueOrder[]]).catch('level'),
  seed: z.coerce.number().int().min(1).max(999_999).catch(1),
  show: z.enum(Object.keys(QUEUE_SHOWS) as [QueueShow, ...QueueShow[]]).catch('all'),
  database: z.string().max(2).catch(''),
  /** Codes of what a work can be, or `unknown` for those of which nothing is known. */
  source: z.string().max(40).catch(''),
  publication: z.string().max(40).catch(''),
  reason: z.string().max(40).catch(''),
  find: z.string().max(200).catch(''),
});
export type QueueInput = z.infer<typeof QueueInput>;
/** What an address says of the queue; whatever cannot be is the usual. */
export const queueInput = (params: unknown): QueueInput => QueueInput.parse(params);

/** The works to decide, in order. Their titles are fetched for the stretch in view, so that a long queue opens at once. */
export interface DecideQueue {
  numbers: number[];
  /** Those that have a decision, with their state and the reason. */
  decided: [no: number, state: WorkState, reasonCode: string][];
  /** Decided works that the sieve would now stop or hold. */
  against: number[];
  /** How many are left to decide at this stage, whatever is shown. */
  open: number;
  /** Of the whole stage. */
  total: number;
  /** What works of the stage can be, most works first. */
  kinds: Record<KindFilter, KindChoice[]>;
  /** What this person decided at the stage and may take back, the latest first, each with the last decision on it. */
  undoable: [no: number, seq: number][];
}

/** So many decisions can be taken back one after another. */
const UNDO_DEPTH = 200;

function undoable(ctx: Context, { indexOf, review }: ReviewState, { staged }: AsSeen, second: boolean): DecideQueue['undoable'] {
  const own: { no: number; seq: number; at: number }[] = [];
  for (const [no, { screening, fullText }] of staged) {
    const here = second ? fullText : screening;
    if (!here || here.verdict === 'undo' || !isOwn(ctx, review, here) || !indexOf.has(no)) continue;
    // What two agreed on is neither's to take back.
    if (here.how) continue;
    own.push({ no, seq: Math.max(screening?.seq ?? 0, fullText?.seq ?? 0), at: here.at.getTime() });
  }
  return own
    .sort((a, b) => b.at - a.at || b.no - a.no)
    .slice(0, UNDO_DEPTH)
    .map(({ no, seq }) => [no, seq]);
}

/** Works that came through the sieve or are decided, or, at the second stage, that are kept on title and abstract. */
export async function decideQueue(ctx: Context, state: ReviewState, input: QueueInput): Promise<DecideQueue> {
  const { columns, outcomes, states } = state;
  const seen = await asSeen(ctx, state);
  const { staged } = seen;
  const second = input.stage === 'full-text';
  /** The state at the stage that is looked at, not of the work as a whole. */
  const at = (i: number): WorkState => {
    const { screening, fullText } = staged.get(columns.numbers[i]!) ?? {};
    if (second) return stateOf(LEFT, fullText?.verdict ?? null);
    const own = seen.own['title-abstract'].has(columns.numbers[i]!);
    return state.review.twoStages || own ? stateOf(outcomes.fate[i]!, screening?.verdict ?? null) : states[i]!;
  };
  const decisionAt = (no: number) => (second ? staged.get(no)?.fullText : staged.get(no)?.screening);
  const decided = (s: WorkState) => !['stopped', 'held', 'undecided'].includes(s);
  // Of the second stage are works that the review keeps, not those that one of two has kept yet.
  const kept = (no: number) => staged.get(no)?.screening?.verdict === 'keep' && !seen.own['title-abstract'].has(no);
  const inStage = [...columns.numbers.keys()].filter((i) => {
    const no = columns.numbers[i]!;
    if (!(second ? kept(no) : outcomes.fate[i] === LEFT || decided(at(i)))) return false;
    return decided(at(i)) || seen.isFor(no, input.stage);
  });
  const stateAt = new Map(inStage.map((i) => [i, at(i)]));
  const wanted = await shown(ctx, state, input, inStage, stateAt, decisionAt);
  const ordered = await inOrder(ctx, state, input, wanted);
  const queue: DecideQueue = {
    numbers: [],
    decided: [],
    against: [],
    open: 0,
    total: inStage.length,
    kinds: { source: [], publication: [] },
    undoable: undoable(ctx, state, seen, second),
  };
  for (const filter of ['source', 'publication'] as const) queue.kinds[filter] = kindsOf(state, inStage, filter);
  queue.open = inStage.filter((i) => stateAt.get(i) === 'undecided').length;
  for (const i of ordered) {
    const no = columns.numbers[i]!;
    const now = stateAt.get(i)!;
    queue.numbers.push(no);
    if (decided(now)) queue.decided.push([no, now, decisionAt(no)?.reasonCode ?? '']);
    if (isAgainstSieve(outcomes.fate[i]!, state.decisions.get(no)?.verdict ?? null)) queue.against.push(no);
  }
  return queue;
}

async function shown(
  ctx: Context,
  state: ReviewState,
  { show, database, reason, find, source, publication }: QueueInput,
  indexes: readonly number[],
  stateAt: ReadonlyMap<number, WorkState>,
  decisionAt: (no: number) => { reasonCode: string } | undefined,
): Promise<number[]> {
  const { columns, outcomes, decisions, run } = state;
  const again = show === 'look-again' ? await lookAgain(ctx, state) : null;
  const grave = ['retracted', 'concern', 'corrected'].reduce((mask, f) => mask | (1 << FLAGS.indexOf(f as (typeof FLAGS)[number])), 0);
  const unclear = (i: number) => columns.conflicts[i] !== 0 || run.holds[i] !== 0;
  const tests: Record<QueueShow, (i: number) => boolean> = {
    all: () => true,
    open: (i) => ['undecided', 'waiting'].includes(stateAt.get(i)!),
    waiting: (i) => stateAt.get(i) === 'waiting',
    kept: (i) => stateAt.get(i) === 'kept',
    excluded: (i) => stateAt.get(i) === 'excluded',
    background: (i) => stateAt.get(i) === 'background',
    'look-again': (i) => again!.has(columns.numbers[i]!),
    against: (i) => isAgainstSieve(outcomes.fate[i]!, decisions.get(columns.numbers[i]!)?.verdict ?? null),
    flagged: (i) => (columns.flags[i]! & grave) !== 0,
    unclear,
  };
  const bit = database ? await bitOf(ctx, state, database) : -1;
  const found = find.trim() ? await finds(ctx, state, find) : null;
  return indexes.filter((i) => {
    const no = columns.numbers[i]!;
    if (!tests[show](i) || (bit >= 0 && ((columns.membership[i]! >>> bit) & 1) === 0)) return false;
    if (source && !isOfKind('sourceType', columns.all.sourceType[i]!, source)) return false;
    if (publication && !isOfKind('publicationType', columns.all.publicationType[i]!, publication)) return false;
    if (reason && (stateAt.get(i) !== 'excluded' || decisionAt(no)?.reasonCode !== reason)) return false;
    return !found || found.has(no);
  });
}

/** The bit of a database's records, by its tag; -1 where there is no such database. */
async function bitOf(ctx: Context, { review, columns }: ReviewState, tag: string): Promise<number> {
  const [row] = await ctx.em.execute<{ id: string }[]>('select id from source_database where review_id = ? and tag = ?', [review.id, tag]);
  return row ? columns.databases.indexOf(row.id) : -1;
}

/** Works of which title, authors or abstract hold every word. */
async function finds(ctx: Context, { review }: ReviewState, find: string): Promise<Set<number>> {
  const words = find.split(/\s+/).filter(Boolean).slice(0, 10);
  const rows = await ctx.em.execute<{ no: number }[]>(
    `select w.no from work w join record r on r.review_id = w.review_id and r.no = w.shown_record where w.review_id = ?
     ${words.map(() => `and (w.title || ' ' || w.authors || ' ' || (r.item->>'abstract')) ilike ?`).join(' ')}`,
    [review.id, ...words.map((w) => `%${w.replace(/[\\%_]/g, '\\$&')}%`)],
  );
  return new Set(rows.map((r) => r.no));
}

async function inOrder(ctx: Context, state: ReviewState, { order, seed }: QueueInput, given: readonly number[]): Promise<number[]> {
  const { columns } = state;
  const indexes = [...given];
  const { from } = columns.dates.earliest;
  const newest = (a: number, b: number) => from[b]! - from[a]! || a - b;
  if (order === 'newest') return indexes.sort(newest);
  if (order === 'oldest') {
    // Without a date a work is neither old nor new: it comes last either way.
    const dated = (i: number) => (columns.dates.earliest.to[i] === 2147483647 ? 1 : 0);
    return indexes.sort((a, b) => dated(a) - dated(b) || from[a]! - from[b]! || a - b);
  }
  if (order === 'database') {
    const first = (i: number) => Math.clz32(columns.membership[i]! & -columns.membership[i]!);
    return indexes.sort((a, b) => first(b) - first(a) || newest(a, b));
  }
  if (order === 'random') return indexes.sort((a, b) => drawn(columns.numbers[a]!, seed) - drawn(columns.numbers[b]!, seed) || a - b);
  if (order === 'nearest') {
    const numbers = indexes.map((i) => columns.numbers[i]!);
    const kept = [...columns.numbers].filter((_, i) => state.states[i] === 'kept');
    const texts = await textIndex(ctx, state.review.id, [...numbers, ...kept]);
    const { population, intervention, comparison, outcome, question } = state.review;
    const near = texts.nearness(numbers, kept, [question, population, intervention, comparison, outcome].join(' '));
    return indexes.sort((a, b) => near.get(columns.numbers[b]!)! - near.get(columns.numbers[a]!)! || a - b);
  }
  const height = heights(state);
  return indexes.sort((a, b) => height(a) - height(b) || newest(a, b));
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

/** How far the deciding has come: what is left, and what was decided today and in the week before. */
export async function pace(ctx: Context, reviewId: string, stage: Stage): Promise<{ today: number; week: number }> {
  const now = ctx.now();
  const [row] = await ctx.em.execute<[{ today: number; week: number }]>(
    `select count(distinct work_no) filter (where at >= ?)::int as today, count(distinct work_no)::int as week from decision
     where review_id = ? and stage = ? and verdict <> 'undo' and at >= ?`,
    [new Date(now.getFullYear(), now.getMonth(), now.getDate()), reviewId, stage, new Date(now.getTime() - 7 * 86_400_000)],
  );
  return row!;
}
