import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { nextSeq } from '@/platform/db/next-seq';
import { RulingRow } from '@/platform/db/schema';
import { standingAxisRulings } from '../store/axis-rulings';
import { standingWorks, takeEffect } from '../store/ruled-works';

export const UndoRuling = z.strictObject({ seq: z.int().positive() });

/** Takes back a ruling. It stays in the history. */
export async function undoRuling(
  ctx: Context,
  reviewId: string,
  { seq }: z.infer<typeof UndoRuling>,
): Promise<Result<{ revision: number; later: boolean }>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const next = await nextSeq(tx, 'ruling', reviewId);
    const ruling = (await standingAxisRulings(tx, reviewId)).find((r) => r.seq === seq);
    if (!ruling) return refuse('not-standing', 'This ruling was taken back already.');
    const { axis, codes, cause, records, names, works } = ruling;
    tx.create(RulingRow, {
      ...{ reviewId, seq: next, axis, codes, reach: ruling.reach, cause, records, names, works, reason: '', undoes: seq },
      person: review.person,
      at: ctx.now(),
    });
    await tx.flush();
    const bound = await tx.execute<{ work_no: number }[]>(
      'select distinct work_no from work_record where review_id = ? and active and record_no = any(?::int[])',
      [reviewId, `{${records.join(',')}}`],
    );
    const also = ruling.reach === 'standing' && cause ? await standingWorks(tx, reviewId, ruling) : [];
    return { ok: true as const, ...(await takeEffect(tx, ctx, reviewId, [...new Set([...bound.map((b) => b.work_no), ...also])])) };
  });
}
