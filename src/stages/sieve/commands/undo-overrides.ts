import { z } from 'zod';
import { Review, SieveOverride } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { lastSeq, spokenWords } from '../store/overrides';

export const UndoOverrides = z.strictObject({ seqs: z.array(z.int().positive()).min(1).max(5000) });

/** Takes words back; rows stay. What was taken back before stays so. */
export const undoOverrides = reviewCommand({
  name: 'undo-overrides',
  right: 'edit',
  input: UndoOverrides,
  lock: 'override',
  refuses: [],
  stale: ['sieve'],
  async run(ctx, { seqs }) {
    const { reviewId } = ctx;
    const review = await ctx.em.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const rows = await ctx.em.find(SieveOverride, { reviewId, seq: { $in: seqs }, fate: { $ne: 'undo' } });
    const undone = new Set((await ctx.em.find(SieveOverride, { reviewId, undoes: { $in: seqs } })).map((r) => r.undoes));
    let seq = await lastSeq(ctx.em, reviewId);
    for (const row of rows.filter((r) => !undone.has(r.seq)))
      ctx.em.create(SieveOverride, {
        ...{
          reviewId,
          seq: ++seq,
          fate: 'undo' as const,
          limiters: row.limiters,
          record: row.record,
          workNo: row.workNo,
          undoes: row.seq,
        },
        ...{ reason: 'Taken back.', ...bylineOf(ctx, review), at: ctx.now() },
      });
    await ctx.em.flush();
    return { spoken: await spokenWords(ctx.em, reviewId) };
  },
});
