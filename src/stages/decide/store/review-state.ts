import { emptyStates, noPlaces, type Place, type Progress, placeOf, progressOf, standing, stateOf, type WorkState } from '@/core/flow';
import { type Columns, HELD, LEFT, STOPPED } from '@/core/sieve';
import { perRequest } from '@/platform/cache/parts';
import { derivedFrom } from '@/platform/cache/process-wide';
import { type Context, openReview } from '@/platform/context';
import { Decision } from '@/platform/db/schema';
import { currentColumns, schemeOf } from '@/stages/classify';
import { type SieveState, sieveContext, sieveOf } from '@/stages/sieve';
import { type CurrentDecision, latestDecisions, type StagedDecisions } from './latest-decisions';

/** With the decision that stands on every work, and so its state. */
export interface ReviewState extends SieveState {
  decisions: Map<number, CurrentDecision>;
  staged: ReadonlyMap<number, StagedDecisions>;
  /** State of the work at each index of the columns. */
  states: WorkState[];
  counts: Record<WorkState, number>;
  /** Places of the decided works, by number; of any other work its state is its place. */
  places: ReadonlyMap<number, Place>;
  progress: Progress;
}

/** What the sieve says of the columns, while neither changes. */
const sieved = derivedFrom<Columns, { key: string; state: Omit<SieveState, 'review' | 'scheme'> }>('sieved');
/** What follows with the decisions, while none is added: it is asked for by every page and answer. */
const derived = derivedFrom<Columns, { key: string; state: Omit<ReviewState, 'review' | 'scheme'> }>('review-state');

export const reviewState = (ctx: Context, reviewId: string): Promise<ReviewState> =>
  perRequest(ctx, `review-state|${reviewId}`, () => stateNow(ctx, reviewId));

async function stateNow(ctx: Context, reviewId: string): Promise<ReviewState> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const columns = await currentColumns(ctx.em, review);
  const context = await sieveContext(ctx, review, scheme, columns);
  const { staged, version } = await latestDecisions(ctx.em, reviewId, columns);
  const before = JSON.stringify([review.sieve, review.asOf, context.overrides]);
  const key = JSON.stringify([before, review.twoStages, version]);
  const known = derived.get(columns);
  if (known?.key === key) return { ...known.state, review, scheme };
  const last = sieved.get(columns);
  const said = last?.key === before ? last.state : sieveOf(columns, review, context);
  sieved.set(columns, { key: before, state: said });
  const whole = { ...said, review, scheme };
  const state = { ...whole, ...decidedOn(whole, staged) };
  derived.set(columns, { key, state });
  return state;
}

/** What follows for every work from the decisions on some. */
export function decidedOn({ outcomes, review, indexOf }: SieveState, latest: ReadonlyMap<number, StagedDecisions>) {
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
  const placed = noPlaces();
  for (const state of states) counts[state]++;
  for (const state of ['stopped', 'held', 'undecided'] as const) placed[state] = counts[state];
  const places = new Map<number, Place>();
  const said = (d?: CurrentDecision) => (d && d.verdict !== 'undo' ? d.verdict : null);
  for (const [work, { reasonCode }] of decisions) {
    const i = indexOf.get(work);
    if (i === undefined || ['stopped', 'held', 'undecided'].includes(states[i]!)) continue;
    const { screening, fullText } = staged.get(work) ?? {};
    const one = { state: states[i]!, screening: said(screening), fullText: said(fullText), reason: reasonCode };
    const place = placeOf(one, review.twoStages);
    places.set(work, place);
    placed[place]++;
  }
  return { decisions, staged, states, counts, places, progress: progressOf(placed) };
}

/** Where the work at an index of the columns stands. */
export const placeIn = ({ columns, states, places }: ReviewState, i: number): Place =>
  places.get(columns.numbers[i]!) ?? (states[i] as 'stopped' | 'held' | 'undecided');

/** All decisions on one work, newest first, those of works it absorbed included. */
export const decisionsOn = (ctx: Context, reviewId: string, workNos: readonly number[]) =>
  ctx.em.find(Decision, { reviewId, workNo: { $in: [...workNos] } }, { orderBy: { at: 'desc', seq: 'desc' } });
