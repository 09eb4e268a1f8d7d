import { z } from 'zod';
import { drawn, drawSample, SAMPLE_DESIGNS, type Stratum, seeded } from '@/core/checks';
import { isoToDay } from '@/core/record';
import { limiterWords } from '@/core/sieve';
import { SampleCheck, type SampleStratum, SieveVersion } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { type ReviewState, reviewState } from '@/stages/decide';
import { freezeSieve } from '@/stages/sieve';
import { ownDecisions, stoppedStrata } from '../store/samples';

export const DrawSample = z.strictObject({
  kind: z.enum(['stopped', 'own-decisions']),
  design: z.enum(SAMPLE_DESIGNS),
  size: z.int().min(1).max(20_000),
  /** The share that the size was planned to bound; null when it was chosen otherwise. */
  share: z.number().min(0).max(1).nullable(),
  seed: z.int().min(1).max(999_999),
});

/** What can be drawn from: the decisions that are given, else what the sieve stops. */
function strataOf(state: ReviewState, decided: ReadonlyMap<number, unknown> | null): Stratum[] {
  if (!decided) return stoppedStrata(state);
  return decided.size ? [{ limiter: '', works: [...decided.keys()] }] : [];
}

const FROZEN = 'Saved with a sample drawn under it.';

/**
 * Draws a sample by lot and stores it, with the version of the sieve it was drawn under. Larger than the set, all of the
 * set are drawn.
 */
export const drawCheck = reviewCommand({
  name: 'draw-sample',
  right: 'edit',
  input: DrawSample,
  lock: [{ shared: 'sieve' }, 'sample'],
  refuses: ['nothing-to-draw'],
  stale: ['checks'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const own = (state: ReviewState) => (input.kind === 'own-decisions' ? ownDecisions(ctx, state) : null);
    const before = await reviewState(ctx, reviewId);
    if (strataOf(before, own(before)).length === 0)
      return refuse(
        'nothing-to-draw',
        input.kind === 'own-decisions'
          ? 'You have kept or excluded nothing by title and abstract yet.'
          : 'The sieve stops nothing that is undecided, so there is nothing to check.',
      );
    // Nothing is saved for a draw that is refused; what is drawn is of the sieve that was saved.
    const version = await freezeSieve(ctx, reviewId, FROZEN);
    const state = await reviewState(ctx, reviewId);
    const decided = own(state);
    const strata = strataOf(state, decided);
    const next = seeded(input.seed);
    const lots = drawSample(strata, input.size, next, input.design);
    const order = drawn(
      lots.flatMap((l) => l.works),
      Number.POSITIVE_INFINITY,
      next,
    );
    const { review, scheme } = state;
    const last = await ctx.em.findOne(SampleCheck, { reviewId }, { orderBy: { number: 'desc' } });
    const number = (last?.number ?? 0) + 1;
    ctx.em.create(SampleCheck, {
      ...{ reviewId, number, kind: input.kind, design: input.design, seed: input.seed, share: input.share, order },
      strata: lots.map((l): SampleStratum => {
        const limiter = review.sieve.find((s) => s.id === l.limiter);
        const words = limiter ? limiterWords(limiter, scheme, isoToDay(review.asOf)) : '';
        return { ...l, name: limiter?.name ?? '', words };
      }),
      decided: decided ? Object.fromEntries(order.map((no) => [no, decided.get(no)!])) : {},
      ...{ version: ctx.em.getReference(SieveVersion, [reviewId, version]), ...bylineOf(ctx, review), at: ctx.now() },
    });
    return { number };
  },
});
