import { QUESTION_KINDS } from '@/core/classify';
import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { Retrieval } from '@/platform/db/schema';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { TOPICS } from '@/platform/verbs/rights';
import { type ReviewState, reviewState, twoJudge } from '@/stages/decide';
import { type NextStep, nextSteps } from './next-steps';
import { overview } from './overview';
import type { QuotaFigures } from './quotas';

/** What the strip of stages says of a review. Plain data. */
export interface StripFigures {
  kind: string;
  records: number;
  /** Retrievals that are withdrawn: their records are in no figure. */
  withdrawn: number;
  works: number;
  settledShare: number | null;
  through: number;
  held: number;
  /** Works judged by title and abstract, and those to be judged; full texts read or not to be had, of all that are sought. */
  firstDone: number;
  first: number;
  fullTextsDone: number;
  fullTexts: number;
  version: number;
  versionEdited: boolean;
  interim: boolean;
  broken: number;
  checks: number;
  /** How far criteria that ask for a number of sources are met. */
  quotas: QuotaFigures[];
  /** Whether two judge the works of some stage, each without seeing the other. */
  byTwo: boolean;
  next: NextStep[];
}

export async function stripFigures(ctx: Context, reviewId: string, given?: ReviewState): Promise<StripFigures> {
  const state = given ?? (await reviewState(ctx, reviewId));
  const o = await overview(ctx, reviewId, state);
  const { review } = state;
  return {
    kind: QUESTION_KINDS[review.kind]?.label ?? state.scheme.kinds[review.kind]?.label ?? review.kind,
    records: o.records,
    withdrawn: await partOf(ctx, reviewId, 'withdrawn', ['review_change'], () => ctx.em.count(Retrieval, { reviewId, withdrawn: true })),
    works: o.works,
    settledShare: o.settledShare,
    through: o.through,
    held: o.held,
    firstDone: o.progress.firstDone,
    first: o.progress.firstDone + o.progress.firstDue,
    fullTextsDone: o.progress.fullTextsDone,
    fullTexts: review.twoStages ? o.progress.sought : 0,
    version: o.version,
    versionEdited: o.versionEdited,
    interim: o.works === 0 || o.progress.due > 0,
    broken: o.working ? 0 : o.identities.filter((i) => !i.holds).length,
    checks: o.identities.length,
    quotas: o.quotas,
    byTwo: twoJudge(review),
    next: await nextSteps(ctx, state, o),
  };
}

export const askFigures = reviewQuery({
  name: 'figures',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: [...TOPICS],
  run: async (ctx) => ({ figures: await stripFigures(ctx, ctx.reviewId) }),
});
