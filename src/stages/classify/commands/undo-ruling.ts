import { z } from 'zod';
import { nextSeq } from '@/platform/db/next-seq';
import { RulingRow } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { standingAxisRulings } from '../store/axis-rulings';
import { standingWorks, takeEffect } from '../store/ruled-works';

export const UndoRuling = z.strictObject({ seq: z.int().positive() });

/** Takes back a ruling. It stays in the history. */
export const undoRuling = reviewCommand({
  name: 'undo-ruling',
  right: 'edit',
  input: UndoRuling,
  refuses: ['not-standing'],
  stale: ['classification'],
  async run(ctx, { seq }) {
    const { review, reviewId } = ctx;
    const next = await nextSeq(ctx.em, 'ruling', reviewId);
    const ruling = (await standingAxisRulings(ctx.em, reviewId)).find((r) => r.seq === seq);
    if (!ruling) return refuse('not-standing', 'This ruling was taken back already.');
    const { axis, codes, cause, records, names, works } = ruling;
    ctx.em.create(RulingRow, {
      ...{ reviewId, seq: next, axis, codes, reach: ruling.reach, cause, records, names, works, reason: '', undoes: seq },
      ...bylineOf(ctx, review),
      at: ctx.now(),
    });
    await ctx.em.flush();
    const bound = await ctx.em.execute<{ work_no: number }[]>(
      'select distinct work_no from work_record where review_id = ? and active and record_no = any(?::int[])',
      [reviewId, `{${records.join(',')}}`],
    );
    const also = ruling.reach === 'standing' && cause ? await standingWorks(ctx.em, reviewId, ruling) : [];
    return { ...(await takeEffect(ctx.em, reviewId, [...new Set([...bound.map((b) => b.work_no), ...also])])) };
  },
});
