import { z } from 'zod';
import { isoToDay } from '@/core/record';
import { type Comparison, compareRuns, outcomesOf, runSieve, type Sieve } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { type Review, type SieveBasis, SieveVersion } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { basisOf, basisWords, sieveContext } from '@/stages/sieve';
import { reviewState } from '../store/review-state';

/** A version by its number; 0 is the working sieve. */
const versionNumber = z.int().min(0);

export const CompareVersions = z.strictObject({ before: versionNumber, after: versionNumber });

interface VersionComparison extends Comparison {
  /** What differs in what outcomes rest on. */
  basis: string[];
  /** Kept works that would not be through under the second, and excluded or stopped ones are not among them. */
  noLonger: number[];
}

/**
 * Two versions on the works as they are now, each with its own as-of date: works gained and lost by each limiter that
 * changed, and decisions to keep that the second does not agree with.
 */
export const compareVersions = reviewQuery({
  name: 'compare-versions',
  right: 'read',
  input: CompareVersions,
  refuses: ['no-version', 'other-scheme'],
  rests: ['sieve', 'classification', 'decisions'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const state = await reviewState(ctx, reviewId);
    const sides = await Promise.all([sideOf(ctx, state.review, input.before), sideOf(ctx, state.review, input.after)]);
    const [before, after] = sides;
    if (!before || !after) return refuse('no-version', 'One of these versions is not there.');
    const runs = [];
    for (const side of [before, after]) {
      const context = await sieveContext(ctx, state.review, state.scheme, state.columns, side.limiters);
      try {
        runs.push(runSieve(side.limiters, state.columns, { ...context, asOf: isoToDay(side.basis.asOf) }));
      } catch (error) {
        if (!(error instanceof RangeError)) throw error;
        return refuse('other-scheme', `One of these versions cannot be run on the review as it is: ${error.message}.`);
      }
    }
    const [old, now] = runs as [ReturnType<typeof runSieve>, ReturnType<typeof runSieve>];
    const fate = outcomesOf(now).fate;
    const noLonger = [...state.columns.numbers].filter((_, i) => state.states[i] === 'kept' && fate[i] !== 0);
    const comparison: VersionComparison = { ...compareRuns(old, now), basis: basisWords(before.basis, after.basis), noLonger };
    return { comparison };
  },
});

async function sideOf(ctx: Context, review: Review, number: number): Promise<{ limiters: Sieve; basis: SieveBasis } | null> {
  if (number === 0) return { limiters: review.sieve, basis: await basisOf(ctx.em, review) };
  return ctx.em.findOne(SieveVersion, { reviewId: review.id, number });
}
