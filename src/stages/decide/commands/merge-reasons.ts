import { z } from 'zod';
import { Reason } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { changesOf } from '@/stages/question';

export const MergeReasons = z.strictObject({ code: z.string().max(40), into: z.string().max(40).nullable() });

/** Makes a reason part of another, or takes that back (`into` null). Decisions keep the code that they were made with. */
export const mergeReasons = reviewCommand({
  name: 'merge-reasons',
  right: 'edit',
  input: MergeReasons,
  refuses: ['no-reason', 'not-merged'],
  stale: ['reasons'],
  async run(ctx, { code, into }) {
    const { review, reviewId } = ctx;
    const changes = await changesOf(ctx.em, ctx, review);
    const row = await ctx.em.findOne(Reason, { reviewId, code });
    const target = into === null ? null : await ctx.em.findOne(Reason, { reviewId, code: into });
    if (!row || (into !== null && !target)) return refuse('no-reason', 'This reason is not in the list any more.');
    if (target?.mergedInto || into === code) return refuse('no-reason', 'Choose a reason that is not part of another.');
    if (into === null) {
      if (!row.mergedInto) return refuse('not-merged', 'This reason is not part of another.');
      changes.add(code, 'parted', row.mergedInto, '');
    } else {
      changes.add(code, 'merged', row.text, target!.text);
      // What had become part of this one goes with it.
      for (const part of await ctx.em.find(Reason, { reviewId, mergedInto: code })) part.mergedInto = into;
    }
    row.mergedInto = into;
    return {};
  },
});
