import { z } from 'zod';
import { QUESTION_KINDS, shippedScheme } from '@/core/classify';
import { readDate } from '@/core/record';
import { usesLevels } from '@/core/sieve';
import { noteEdits } from '@/platform/db/note-edits';
import { Review, SchemeRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { editOf, isSettled, settleEdit } from '@/platform/verbs/edits';
import { refuse } from '@/platform/verbs/refusals';

export const ReviewSettings = z.strictObject({
  title: z.string().trim().min(1, 'Give the review a title.').max(300),
  question: z.string().trim().max(4000),
  kind: z.string().refine((k) => Object.hasOwn(QUESTION_KINDS, k), 'Choose a kind of question.'),
  population: z.string().max(1000),
  intervention: z.string().max(1000),
  comparison: z.string().max(1000),
  outcome: z.string().max(1000),
  asOf: z.string().refine((s) => /^\d{4}-\d{2}-\d{2}$/.test(s) && readDate(s) !== null, 'Give the as-of date as year-month-day.'),
  scheme: z.string().min(1).max(40),
  /** The name that what programs do is done under, and what was done before people signed in. */
  person: z.string().trim().max(120).default(''),
});
export type ReviewSettings = z.output<typeof ReviewSettings>;

/** The question of a review, as it is shown and saved. */
export const settingsOf = (review: Review): ReviewSettings => {
  const { title, question, kind, population, intervention, comparison, outcome, asOf, scheme, person } = review;
  return { title, question, kind, population, intervention, comparison, outcome, asOf, scheme, person };
};

/** What the parts of the question are called in the ledger. */
const PARTS: Partial<Record<keyof ReviewSettings, string>> = {
  ...{ title: 'title', question: 'question', kind: 'kind of question', population: 'population', intervention: 'intervention' },
  ...{ comparison: 'comparison', outcome: 'outcome', asOf: 'as-of date', scheme: 'evidence scheme' },
};

/** Saves the question. A new scheme or kind changes levels, so the works are classified again. */
export const saveSettings = reviewCommand({
  name: 'save-settings',
  right: 'edit',
  input: editOf(ReviewSettings),
  lock: 'edit',
  refuses: ['no-scheme', 'level-in-use', 'changed-meanwhile'],
  stale: ['question', 'classification'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const settled = settleEdit(settingsOf(review), input);
    if (!isSettled(settled)) return settled;
    const settings = settled.value;
    const levelsChange = review.scheme !== settings.scheme || review.kind !== settings.kind;
    if (!shippedScheme(settings.scheme) && (await ctx.em.count(SchemeRow, { reviewId, id: settings.scheme })) === 0)
      return refuse('no-scheme', 'This evidence scheme is not there any more.');
    if (levelsChange && usesLevels(review.sieve)) {
      return refuse(
        'level-in-use',
        'A limiter on evidence level is in the sieve: remove it before changing the scheme or the kind of question.',
      );
    }
    await noteEdits(ctx, review, 'question', PARTS, settingsOf(review), settings);
    ctx.em.assign(await ctx.em.findOneOrFail(Review, { id: reviewId }), settings);
    await ctx.em.flush();
    if (levelsChange) await queueReclassify(ctx.em, reviewId);
    return { value: settings, merged: settled.merged };
  },
});
