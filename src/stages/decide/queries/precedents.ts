import { z } from 'zod';
import { differenceOf, distanceBetween, type Near, nearest, precedentsOf, profileAt } from '@/core/grounds';
import type { MaskAxis } from '@/core/sieve';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { textIndex } from '@/stages/classify';
import { titlesOf } from '@/stages/merge';
import { differencesOf } from '../store/differences';
import { reviewState } from '../store/review-state';

export const PrecedentsOf = z.strictObject({ workNo: z.int().positive() });

export interface PrecedentLine {
  no: number;
  title: string;
  verdict: 'keep' | 'exclude';
  reasonText: string;
  /** Axes on which it differs; none when the profile is the same. */
  axes: MaskAxis[];
  /** Names of limiters that say something else of it. */
  limiters: string[];
  difference: string;
  likeness: number;
}

/** Decided works that are most like this one, by profile and then by their words. */
export const precedents = reviewQuery({
  name: 'precedents',
  right: 'read',
  input: PrecedentsOf,
  refuses: ['no-work'],
  rests: ['decisions', 'sieve', 'classification'],
  async run(ctx, { workNo }) {
    const { reviewId } = ctx;
    const state = await reviewState(ctx, reviewId);
    const index = state.indexOf.get(workNo);
    if (index === undefined) return refuse('no-work', 'This work is not in the review any more.');
    const differences = await differencesOf(ctx, reviewId);
    const textOf = (no: number) => differences.get(no)?.text ?? '';
    const near: Near[] = [];
    for (const [no, { verdict }] of state.decisions) {
      const other = state.indexOf.get(no);
      if (no === workNo || other === undefined || (verdict !== 'keep' && verdict !== 'exclude')) continue;
      const distance = distanceBetween(state.columns, state.run, index, other) + Number(textOf(no) !== textOf(workNo));
      if (distance <= FURTHEST) near.push({ work: no, distance });
    }
    // Only as far away as places are left: the words of others need not be weighed.
    const asked = nearest(near);
    const texts = await textIndex(ctx, reviewId, [workNo, ...asked.map((n) => n.work)]);
    const found = precedentsOf(asked, (works) => texts.likenessTo(workNo, works));
    const target = profileAt(state.columns, state.run, index, textOf(workNo));
    const titles = await titlesOf(
      ctx,
      reviewId,
      found.map((f) => f.work),
    );
    return {
      difference: target.difference,
      precedents: found.map(({ work, likeness }) => {
        const { verdict, reasonText } = state.decisions.get(work)!;
        const differs = differenceOf(target, profileAt(state.columns, state.run, state.indexOf.get(work)!, textOf(work)));
        return {
          ...{ no: work, title: titles.get(work) ?? '', verdict: verdict as 'keep' | 'exclude', reasonText, axes: differs.axes },
          limiters: differs.limiters.map((k) => state.review.sieve[k]?.name ?? 'a limiter'),
          difference: textOf(work),
          likeness: Math.round(likeness * 100) / 100,
        };
      }),
    };
  },
});
/** Works whose profiles differ in more are no precedents. */
const FURTHEST = 2;

/** How many works of a group are listed, the likest pairs first. */
export const SHOWN = 40;
