import { QUESTION_KINDS } from '@/core/classify';
import type { Context } from '@/platform/context';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { TOPICS } from '@/platform/verbs/rights';
import { type ReviewState, reviewState } from '@/stages/decide';
import { overview } from './overview';

/** What the strip of stages says of a review. Plain data. */
export interface StripFigures {
  kind: string;
  records: number;
  works: number;
  settledShare: number | null;
  through: number;
  held: number;
  /** Works on which the last word is said, those on which it is not, and how many of these are full texts to be read. */
  done: number;
  toDecide: number;
  fullTextsDue: number;
  version: number;
  versionEdited: boolean;
  interim: boolean;
  broken: number;
  checks: number;
}

export async function stripFigures(ctx: Context, reviewId: string, given?: ReviewState): Promise<StripFigures> {
  const state = given ?? (await reviewState(ctx, reviewId));
  const o = await overview(ctx, reviewId, state);
  const { review } = state;
  return {
    kind: QUESTION_KINDS[review.kind]?.label ?? state.scheme.kinds[review.kind]?.label ?? review.kind,
    records: o.records,
    works: o.works,
    settledShare: o.settledShare,
    through: o.through,
    held: o.held,
    done: o.progress.done,
    toDecide: o.progress.toDecide,
    fullTextsDue: o.progress.fullTextsDue,
    version: o.version,
    versionEdited: o.versionEdited,
    interim: o.works === 0 || o.progress.due > 0,
    broken: o.working ? 0 : o.identities.filter((i) => !i.holds).length,
    checks: o.identities.length,
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
