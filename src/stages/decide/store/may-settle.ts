import type { Stage } from '@/core/flow';
import { JudgementRow } from '@/platform/db/schema';
import type { OpenReview } from '@/platform/verbs/open-review';
import { type Refusal, refuse } from '@/platform/verbs/refusals';
import { settingAt } from './judgements';

/**
 * Whether somebody may settle, or change, what two have judged.
 * @param works the work, and those that became part of it
 * @returns the refusal when not
 */
export async function maySettle(ctx: OpenReview, works: readonly number[], stage: Stage): Promise<Refusal<'not-third'> | null> {
  if (settingAt(ctx.review, stage).settledBy === 'anybody') return null;
  const judged = await ctx.em.count(JudgementRow, { reviewId: ctx.reviewId, workNo: { $in: [...works] }, stage, personId: ctx.person.id });
  return judged > 0 ? refuse('not-third', 'In this review somebody settles a difference who was none of the two.') : null;
}
