import type { EvidenceScheme } from '@/core/classify';
import { emptyStates, standing, stateOf, type WorkState } from '@/core/flow';
import type { OutcomeThen } from '@/core/grounds';
import { isoToDay } from '@/core/record';
import {
  type Columns,
  HELD,
  LEFT,
  limiterWords,
  type Outcomes,
  type Override,
  outcomesOf,
  rowsOf,
  type Sieve,
  type SieveContext,
  type SieveRun,
  STOPPED,
} from '@/core/sieve';
import { Decision, type Review } from '@/db/schema';
import { type Context, openReview } from './context';
import { currentColumns, runOn } from './current-columns';
import { type CurrentDecision, latestDecisions, type StagedDecisions } from './latest-decisions';
import { derivedFrom } from './process-wide';
import { schemeOf } from './scheme-of';
import { standingOverrides } from './sieve-overrides';
import { textAnswers } from './text-answers';

/** A review's sieve run on its current columns. */
export interface SieveState {
  review: Review;
  scheme: EvidenceScheme;
  columns: Columns;
  run: SieveRun;
  outcomes: Outcomes;
  /** What people said of single works at limiters. */
  overrides: readonly Override[];
  indexOf: ReadonlyMap<number, number>;
}

/** With the decision that stands on every work, and so its state. */
export interface ReviewState extends SieveState {
  decisions: Map<number, CurrentDecision>;
  staged: ReadonlyMap<number, StagedDecisions>;
  /** State of the work at each index of the columns. */
  states: WorkState[];
  counts: Record<WorkState, number>;
}

/** The same core that answers in the browser, run on the server over the same columns. */
export async function sieveState(ctx: Context, reviewId: string): Promise<SieveState> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const columns = await currentColumns(ctx.em, review);
  const context = await sieveContext(ctx, review, scheme, columns);
  return { ...sieveOf(columns, review, context), review, scheme };
}

/** What follows from columns, sieve and decisions, while none of them changes: it is asked for by every page and answer. */
const derived = derivedFrom<Columns, { key: string; state: Omit<ReviewState, 'review' | 'scheme'> }>('review-state');

export async function reviewState(ctx: Context, reviewId: string): Promise<ReviewState> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const columns = await currentColumns(ctx.em, review);
  const context = await sieveContext(ctx, review, scheme, columns);
  const { staged, version } = await latestDecisions(ctx.em, reviewId, columns);
  const key = JSON.stringify([review.sieve, review.asOf, review.twoStages, context.overrides, version]);
  const known = derived.get(columns);
  if (known?.key === key) return { ...known.state, review, scheme };
  const sieved = { ...sieveOf(columns, review, context), review, scheme };
  const state = { ...sieved, ...decidedOn(sieved, staged) };
  derived.set(columns, { key, state });
  return state;
}

function sieveOf(columns: Columns, review: Review, context: SieveContext): Omit<SieveState, 'review' | 'scheme'> {
  const run = runOn(columns, review.sieve, context);
  return { columns, run, outcomes: outcomesOf(run), overrides: context.overrides ?? [], indexOf: rowsOf(columns) };
}

function decidedOn({ outcomes, review, indexOf }: SieveState, latest: ReadonlyMap<number, StagedDecisions>) {
  // A copy: others go on deciding while this is read.
  const staged = new Map(latest);
  const decisions = new Map<number, CurrentDecision>();
  for (const [work, { screening, fullText }] of staged) {
    const stands = standing(screening, review.twoStages ? fullText : undefined);
    if (stands) decisions.set(work, stands);
  }
  // Few works are decided of many: most states follow from the sieve alone.
  const undecided = [LEFT, HELD, STOPPED].map((fate) => stateOf(fate, null));
  const states: WorkState[] = [];
  for (let i = 0; i < outcomes.fate.length; i++) states.push(undecided[outcomes.fate[i]!]!);
  for (const [work, { verdict }] of decisions) {
    const i = indexOf.get(work);
    if (i !== undefined) states[i] = stateOf(outcomes.fate[i]!, verdict);
  }
  const counts = emptyStates();
  for (const state of states) counts[state]++;
  return { decisions, staged, states, counts };
}

/** What running a sieve of a review needs beside its columns. @param sieve the working sieve, unless another is given */
export const sieveContext = async (
  ctx: Context,
  review: Review,
  scheme: EvidenceScheme,
  columns: Columns,
  sieve: Sieve = review.sieve,
): Promise<SieveContext> => ({
  asOf: isoToDay(review.asOf),
  scheme,
  answers: await textAnswers(ctx, review.id, columns, sieve),
  overrides: await standingOverrides(ctx.em, review.id),
});

/** What each limiter says of a work, by the limiters' ids. */
export function outcomeNow({ review, run, outcomes }: SieveState, index: number): OutcomeThen {
  const named = (word: number) => review.sieve.flatMap((l, k) => ((word >>> k) & 1 ? [l.id] : []));
  const fate = outcomes.fate[index] === LEFT ? 'through' : outcomes.fate[index] === HELD ? 'held' : 'stopped';
  return { fate, stops: named(run.stops[index]!), holds: named(run.holds[index]!) };
}

/** What the sieve says of a work, in words: "Through all 4 limiters", "Stopped by Refereed". */
export function outcomeWords(state: Pick<ReviewState, 'review' | 'scheme' | 'outcomes' | 'columns' | 'overrides'>, index: number): string {
  const on = state.review.sieve.filter((l) => l.on);
  if (on.length === 0) return '';
  const by = state.outcomes.by[index]!;
  if (by < 0) {
    const work = state.columns.numbers[index];
    const said = state.overrides.filter((o) => o.work === work && o.fate === LEFT).flatMap((o) => o.limiters);
    const names = on.filter((l) => said.includes(l.id)).map((l) => l.name);
    return `through ${on.length === 1 ? 'the one limiter' : `all ${on.length} limiters`}${names.length ? `, at ${names.join(' and ')} by a person's word` : ''}`;
  }
  const limiter = state.review.sieve[by]!;
  const words = limiterWords(limiter, state.scheme, isoToDay(state.review.asOf));
  return `${state.outcomes.fate[index] === 1 ? 'held' : 'stopped'} by ${limiter.name} (${words})`;
}

/** All decisions on one work, newest first, those of works it absorbed included. */
export const decisionsOn = (ctx: Context, reviewId: string, workNos: readonly number[]) =>
  ctx.em.find(Decision, { reviewId, workNo: { $in: [...workNos] } }, { orderBy: { at: 'desc', seq: 'desc' } });
