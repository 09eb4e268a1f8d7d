import { z } from 'zod';
import { FLAGS } from '@/core/classify';
import { isAgainstSieve, STAGES, type Stage, stateOf, type WorkState } from '@/core/flow';
import { numbersAsText } from '@/core/numbers';
import { LEFT } from '@/core/sieve';
import { ALL, CODED_AXES, type CodedAxis, codesOf } from '@/core/vocabularies';
import type { Context } from '@/platform/context';
import { findInTexts, textIndex } from '@/stages/classify';
import { type AsSeen, asSeen } from '../store/as-seen';
import { isOwn } from '../store/own';
import type { ReviewState } from '../store/review-state';
import { lookAgain } from './look-again';
import { allInOrder, QUEUE_ORDERS, type QueueOrder } from './queue-orders';

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
  // By what they can be, of which there are few kinds among many works.
  const masks = new Map<number, { works: number }>();
  for (const i of indexes) {
    const mask = columns.all[axis][i]!;
    const known = masks.get(mask);
    if (known) known.works++;
    else masks.set(mask, { works: 1 });
  }
  return [...CODED_AXES[axis].values, UNKNOWN_KIND]
    .map(({ code, label }) => ({
      code,
      label,
      works: [...masks].reduce((n, [mask, { works }]) => n + (isOfKind(axis, mask, code) ? works : 0), 0),
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

/** The queue as a page is given it: one text of the numbers, since of hundreds of thousands each would be handed over by itself. */
export type PackedQueue = Omit<DecideQueue, 'numbers'> & { numbers: string };
export const packedQueue = (queue: DecideQueue): PackedQueue => ({ ...queue, numbers: numbersAsText(queue.numbers) });

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
  const ownFirst = seen.own['title-abstract'];
  /** The state at the stage that is looked at, not of the work as a whole. */
  const at = (no: number, i: number): WorkState => {
    const said = staged.get(no);
    if (second) return stateOf(LEFT, said?.fullText?.verdict ?? null);
    // Most works of a large review are not decided: nothing more is asked of those.
    if (!said) return stateOf(outcomes.fate[i]!, null);
    return state.review.twoStages || ownFirst.has(no) ? stateOf(outcomes.fate[i]!, said.screening?.verdict ?? null) : states[i]!;
  };
  const decisionAt = (no: number) => (second ? staged.get(no)?.fullText : staged.get(no)?.screening);
  // Of the second stage are works that the review keeps, not those that one of two has kept yet.
  const kept = (no: number) => staged.get(no)?.screening?.verdict === 'keep' && !ownFirst.has(no);
  const stateAt: (WorkState | undefined)[] = new Array(columns.numbers.length).fill(undefined);
  const inStage: number[] = [];
  let open = 0;
  columns.numbers.forEach((no, i) => {
    if (second && !kept(no)) return;
    const now = at(no, i);
    if (!decided(now) && ((!second && outcomes.fate[i] !== LEFT) || !seen.isFor(no, input.stage))) return;
    stateAt[i] = now;
    inStage.push(i);
    if (now === 'undecided') open++;
  });
  const queue: DecideQueue = {
    ...{ numbers: [], decided: [], against: [], open, total: inStage.length },
    kinds: { source: kindsOf(state, inStage, 'source'), publication: kindsOf(state, inStage, 'publication') },
    undoable: undoable(ctx, state, seen, second),
  };
  for (const i of await inOrder(ctx, state, input, await shown(ctx, state, input, inStage, stateAt, decisionAt))) {
    const no = columns.numbers[i]!;
    const now = stateAt[i]!;
    queue.numbers.push(no);
    if (decided(now)) queue.decided.push([no, now, decisionAt(no)?.reasonCode ?? '']);
    // Decided as a whole, that is: at this stage it may still be open.
    if (outcomes.fate[i] !== LEFT && isAgainstSieve(outcomes.fate[i]!, state.decisions.get(no)?.verdict ?? null)) queue.against.push(no);
  }
  return queue;
}

const UNDECIDED: ReadonlySet<WorkState> = new Set(['stopped', 'held', 'undecided']);
const decided = (state: WorkState): boolean => !UNDECIDED.has(state);

async function shown(
  ctx: Context,
  state: ReviewState,
  { show, database, reason, find, source, publication }: QueueInput,
  indexes: readonly number[],
  stateAt: readonly (WorkState | undefined)[],
  decisionAt: (no: number) => { reasonCode: string } | undefined,
): Promise<number[]> {
  const { columns, outcomes, decisions, run } = state;
  const again = show === 'look-again' ? await lookAgain(ctx, state) : null;
  const grave = ['retracted', 'concern', 'corrected'].reduce((mask, f) => mask | (1 << FLAGS.indexOf(f as (typeof FLAGS)[number])), 0);
  const unclear = (i: number) => columns.conflicts[i] !== 0 || run.holds[i] !== 0;
  const tests: Record<QueueShow, (i: number) => boolean> = {
    all: () => true,
    open: (i) => ['undecided', 'waiting'].includes(stateAt[i]!),
    waiting: (i) => stateAt[i] === 'waiting',
    kept: (i) => stateAt[i] === 'kept',
    excluded: (i) => stateAt[i] === 'excluded',
    background: (i) => stateAt[i] === 'background',
    'look-again': (i) => again!.has(columns.numbers[i]!),
    against: (i) => isAgainstSieve(outcomes.fate[i]!, decisions.get(columns.numbers[i]!)?.verdict ?? null),
    flagged: (i) => (columns.flags[i]! & grave) !== 0,
    unclear,
  };
  const bit = database ? await bitOf(ctx, state, database) : -1;
  const found = find.trim() ? await finds(ctx, state, find) : null;
  if (show === 'all' && bit < 0 && !source && !publication && !reason && !found) return [...indexes];
  return indexes.filter((i) => {
    const no = columns.numbers[i]!;
    if (!tests[show](i) || (bit >= 0 && ((columns.membership[i]! >>> bit) & 1) === 0)) return false;
    if (source && !isOfKind('sourceType', columns.all.sourceType[i]!, source)) return false;
    if (publication && !isOfKind('publicationType', columns.all.publicationType[i]!, publication)) return false;
    if (reason && (stateAt[i] !== 'excluded' || decisionAt(no)?.reasonCode !== reason)) return false;
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
  const among = await findInTexts(ctx, review.id, words);
  if (among?.numbers.length === 0) return new Set();
  const rows = await ctx.em.execute<{ no: number }[]>(
    `select w.no from work w join record r on r.review_id = w.review_id and r.no = w.shown_record where w.review_id = ?
     ${among ? 'and w.no = any(?::int[])' : ''}
     ${words.map(() => `and (w.title || ' ' || w.authors || ' ' || (r.item->>'abstract')) ilike ?`).join(' ')}`,
    [review.id, ...(among ? [`{${among.numbers.join(',')}}`] : []), ...words.map((w) => `%${w.replace(/[\\%_]/g, '\\$&')}%`)],
  );
  return new Set(rows.map((r) => r.no));
}

async function inOrder(ctx: Context, state: ReviewState, input: QueueInput, given: readonly number[]): Promise<number[]> {
  const { columns } = state;
  if (input.order !== 'nearest') {
    const among = new Uint8Array(columns.numbers.length);
    for (const i of given) among[i] = 1;
    return Array.from(allInOrder(state, input.order, input.seed).filter((i) => among[i]));
  }
  const numbers = given.map((i) => columns.numbers[i]!);
  const kept = [...columns.numbers].filter((_, i) => state.states[i] === 'kept');
  const texts = await textIndex(ctx, state.review.id, [...numbers, ...kept]);
  const { population, intervention, comparison, outcome, question } = state.review;
  const near = texts.nearness(numbers, kept, [question, population, intervention, comparison, outcome].join(' '));
  return [...given].sort((a, b) => near.get(columns.numbers[b]!)! - near.get(columns.numbers[a]!)! || a - b);
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
