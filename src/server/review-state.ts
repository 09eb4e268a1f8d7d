import type { EvidenceScheme } from '@/core/classify';
import { type DecisionVerdict, emptyStates, stateOf, type WorkState } from '@/core/flow';
import { isoToDay } from '@/core/record';
import {
  type Columns,
  LEFT,
  limiterWords,
  type Outcomes,
  type Override,
  outcomesOf,
  rowsOf,
  type Sieve,
  type SieveContext,
  type SieveRun,
} from '@/core/sieve';
import { Decision, type Review } from '@/db/schema';
import { type Context, openReview } from './context';
import { currentColumns, runOn } from './current-columns';
import { schemeOf } from './scheme-of';
import { standingOverrides } from './sieve-overrides';
import { textAnswers } from './text-answers';

export interface CurrentDecision {
  verdict: DecisionVerdict;
  seq: number;
  reasonCode: string;
  reasonText: string;
  grounds: string;
  sieveVersion: number;
  person: string;
  at: Date;
}

/** A review's sieve run on its current columns, with the latest decision and so the state of every work. */
export interface ReviewState {
  review: Review;
  scheme: EvidenceScheme;
  columns: Columns;
  run: SieveRun;
  outcomes: Outcomes;
  /** What people said of single works at limiters. */
  overrides: readonly Override[];
  decisions: Map<number, CurrentDecision>;
  /** State of the work at each index of the columns. */
  states: WorkState[];
  counts: Record<WorkState, number>;
  indexOf: ReadonlyMap<number, number>;
}

/** The same core that answers in the browser, run on the server over the same columns. */
export async function reviewState(ctx: Context, reviewId: string): Promise<ReviewState> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const columns = await currentColumns(ctx.em, review);
  const context = await sieveContext(ctx, review, scheme, columns);
  const run = runOn(columns, review.sieve, context);
  const outcomes = outcomesOf(run);
  const decisions = await latestDecisions(ctx, reviewId);
  const counts = emptyStates();
  const states = Array.from(columns.numbers, (number, i) => {
    const state = stateOf(outcomes.fate[i]!, decisions.get(number)?.verdict ?? null);
    counts[state]++;
    return state;
  });
  return {
    review,
    scheme,
    columns,
    run,
    outcomes,
    overrides: context.overrides ?? [],
    decisions,
    states,
    counts,
    indexOf: rowsOf(columns),
  };
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

/** The latest decision on every work that has one; a work that was absorbed hands its decisions to the one it joined. */
async function latestDecisions(ctx: Context, reviewId: string): Promise<Map<number, CurrentDecision>> {
  const rows = await ctx.em.execute<
    (Omit<CurrentDecision, 'sieveVersion' | 'reasonCode' | 'reasonText'> & {
      work: number;
      sieve_version: number;
      reason_code: string;
      reason_text: string;
    })[]
  >(
    `with recursive home(no, now_no) as (
       select no, no from work where review_id = ? and absorbed_by is null
       union all select w.no, h.now_no from work w join home h on w.absorbed_by = h.no where w.review_id = ?)
     select distinct on (h.now_no) h.now_no as work, d.verdict, d.seq, d.reason_code, d.reason_text, d.grounds, d.sieve_version, d.person, d.at
     from decision d join home h on h.no = d.work_no where d.review_id = ?
     order by h.now_no, (h.no = h.now_no) desc, d.seq desc`,
    [reviewId, reviewId, reviewId],
  );
  return new Map(
    rows.map((r) => [
      r.work,
      { ...r, reasonCode: r.reason_code, reasonText: r.reason_text, sieveVersion: r.sieve_version, at: new Date(r.at) },
    ]),
  );
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
