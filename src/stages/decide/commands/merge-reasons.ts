import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Reason } from '@/platform/db/schema';
import { changesOf } from '@/stages/question';

export const MergeReasons = z.strictObject({ code: z.string().max(40), into: z.string().max(40).nullable() });

/** Makes a reason part of another, or takes that back (`into` null). Decisions keep the code that they were made with. */
export async function mergeReasons(ctx: Context, reviewId: string, { code, into }: z.infer<typeof MergeReasons>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const changes = await changesOf(tx, ctx, review);
    const row = await tx.findOne(Reason, { reviewId, code });
    const target = into === null ? null : await tx.findOne(Reason, { reviewId, code: into });
    if (!row || (into !== null && !target)) return refuse('no-reason', 'This reason is not in the list any more.');
    if (target?.mergedInto || into === code) return refuse('no-reason', 'Choose a reason that is not part of another.');
    if (into === null) {
      if (!row.mergedInto) return refuse('not-merged', 'This reason is not part of another.');
      changes.add(code, 'parted', row.mergedInto, '');
    } else {
      changes.add(code, 'merged', row.text, target!.text);
      // What had become part of this one goes with it.
      for (const part of await tx.find(Reason, { reviewId, mergedInto: code })) part.mergedInto = into;
    }
    row.mergedInto = into;
    await tx.flush();
    return { ok: true };
  });
}
