import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { nextSeq } from '@/platform/db/next-seq';
import { MergeRulingRow } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { standingRulings } from '../store/merge-rulings';

export const UndoMerge = z.strictObject({ act: z.uuid() });

/** Takes back one act. The act itself stays in the history. */
export const undoMerge = reviewCommand({
  name: 'undo-merge',
  right: 'edit',
  input: UndoMerge,
  refuses: ['not-standing'],
  stale: ['merging'],
  async run(ctx, { act }) {
    const { review, reviewId } = ctx;
    const seq = await nextSeq(ctx.em, 'merge_ruling', reviewId);
    const ruling = (await standingRulings(ctx.em, reviewId)).find((r) => r.act === act);
    if (!ruling) return refuse('not-standing', 'This ruling was taken back already.');
    const { a, b, aName, bName } = ruling;
    ctx.em.create(MergeRulingRow, {
      ...{ reviewId, seq, act: randomUUID(), verdict: 'undo', a, b, aName, bName, link: null, undoes: act, reason: '' },
      ...bylineOf(ctx, review),
      at: ctx.now(),
    });
    await ctx.em.flush();
    await queueMerge(ctx.em, reviewId);
    return {};
  },
});
