import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { nextSeq } from '@/platform/db/next-seq';
import { MergeRulingRow } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';
import { standingRulings } from '../store/merge-rulings';

export const UndoMerge = z.strictObject({ act: z.uuid() });

/** Takes back one act. The act itself stays in the history. */
export async function undoMerge(ctx: Context, reviewId: string, { act }: z.infer<typeof UndoMerge>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const seq = await nextSeq(tx, 'merge_ruling', reviewId);
    const ruling = (await standingRulings(tx, reviewId)).find((r) => r.act === act);
    if (!ruling) return refuse('not-standing', 'This ruling was taken back already.');
    const { a, b, aName, bName } = ruling;
    tx.create(MergeRulingRow, {
      ...{ reviewId, seq, act: randomUUID(), verdict: 'undo', a, b, aName, bName, link: null, undoes: act, reason: '' },
      person: review.person,
      at: ctx.now(),
    });
    await tx.flush();
    await queueMerge(tx, reviewId, ctx.now());
    return { ok: true };
  });
}
