import type { EvidenceScheme } from '@/core/classify';
import type { OutcomeThen } from '@/core/grounds';
import { isoToDay } from '@/core/record';
import {
  byLikely,
  type Columns,
  HELD,
  keptRun,
  LEFT,
  type Limiter,
  limiterWords,
  type Outcomes,
  type Override,
  outcomesOf,
  pickRows,
  rowsOf,
  type Sieve,
  type SieveContext,
  type SieveRun,
  SieveRunner,
} from '@/core/sieve';
import { partOf } from '@/platform/cache/parts';
import { derivedFrom } from '@/platform/cache/process-wide';
import { type Context, openReview } from '@/platform/context';
import type { Review } from '@/platform/db/schema';
import { currentColumns, schemeOf } from '@/stages/classify';
import { textAnswers } from '../queries/text-answers';
import { standingOverrides } from './overrides';

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

/** The same core that answers in the browser, run on the server over the same columns. */
export async function sieveState(ctx: Context, reviewId: string): Promise<SieveState> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const columns = await currentColumns(ctx.em, review);
  const context = await sieveContext(ctx, review, scheme, columns);
  return { ...sieveOf(columns, review, context), review, scheme };
}

export function sieveOf(columns: Columns, review: Review, context: SieveContext): Omit<SieveState, 'review' | 'scheme'> {
  const run = runOn(columns, review.sieve, context);
  return { columns, run, outcomes: outcomesOf(run), overrides: context.overrides ?? [], indexOf: rowsOf(columns) };
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
  overrides: await partOf(ctx, review.id, 'overrides', ['sieve_override', 'review'], () => standingOverrides(ctx.em, review.id)),
});

/** What each limiter says of a work, by the limiters' ids. */
export function outcomeNow({ review, run, outcomes }: SieveState, index: number): OutcomeThen {
  const named = (word: number) => review.sieve.flatMap((l, k) => ((word >>> k) & 1 ? [l.id] : []));
  const fate = outcomes.fate[index] === LEFT ? 'through' : outcomes.fate[index] === HELD ? 'held' : 'stopped';
  return { fate, stops: named(run.stops[index]!), holds: named(run.holds[index]!) };
}

/** What the sieve says of a work, in words: "Through all 4 limiters", "Stopped by Refereed". */
export function outcomeWords(state: Pick<SieveState, 'review' | 'scheme' | 'outcomes' | 'columns' | 'overrides'>, index: number): string {
  const on = state.review.sieve.filter((l) => l.on);
  if (on.length === 0) return '';
  const likely = likelyAt(state, index);
  const by = state.outcomes.by[index]!;
  if (by < 0) {
    const work = state.columns.numbers[index];
    const said = state.overrides.filter((o) => o.work === work && o.fate === LEFT).flatMap((o) => o.limiters);
    const names = on.filter((l) => said.includes(l.id)).map((l) => l.name);
    return `through ${on.length === 1 ? 'the one limiter' : `all ${on.length} limiters`}${names.length ? `, at ${names.join(' and ')} by a person's word` : ''}${likely.length ? `, at ${likely.map((l) => l.name).join(' and ')} by what is likely` : ''}`;
  }
  const limiter = state.review.sieve[by]!;
  const words = limiterWords(limiter, state.scheme, isoToDay(state.review.asOf));
  return `${state.outcomes.fate[index] === 1 ? 'held' : 'stopped'} by ${limiter.name} (${words})${likely.includes(limiter) ? ', by what is likely' : ''}`;
}

/** The limiters whose word on a work hangs on what is likely by its text. */
function likelyAt({ review, scheme, columns }: Pick<SieveState, 'review' | 'scheme' | 'columns'>, index: number): Limiter[] {
  const asked = review.sieve.filter((l) => l.on && l.evidence === 'stated-inferred-and-likely');
  if (asked.length === 0) return [];
  const one = pickRows(columns, [index]);
  return asked.filter((l) => byLikely(l, one, { asOf: isoToDay(review.asOf), scheme })?.[0]);
}

const runners = derivedFrom<Columns, SieveRunner>('sieve-runners');

/** Runs a sieve over columns that are shared between requests: after one change only that is judged anew. */
export function runOn(columns: Columns, sieve: Sieve, context: SieveContext): SieveRun {
  let runner = runners.get(columns);
  if (!runner) {
    runner = new SieveRunner(columns);
    runners.set(columns, runner);
  }
  return keptRun(runner.run(sieve, context));
}
