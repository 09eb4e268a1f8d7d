import { z } from 'zod';
import type { Override } from '@/core/sieve';
import type { Context, Result } from '@/platform/context';
import { Review, SieveOverride } from '@/platform/db/schema';
import { lastSeq, standingOverrides } from '../store/overrides';

export const UndoOverrides = z.strictObject({ seqs: z.array(z.int().positive()).min(1).max(5000) });

/** Takes words back; rows stay. What was taken back before stays so. */
export async function undoOverrides(
  ctx: Context,
  reviewId: string,
  { seqs }: z.infer<typeof UndoOverrides>,
): Promise<Result<{ overrides: Override[] }>> {
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`override:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const rows = await tx.find(SieveOverride, { reviewId, seq: { $in: seqs }, fate: { $ne: 'undo' } });
    const undone = new Set((await tx.find(SieveOverride, { reviewId, undoes: { $in: seqs } })).map((r) => r.undoes));
    let seq = await lastSeq(tx, reviewId);
    for (const row of rows.filter((r) => !undone.has(r.seq)))
      tx.create(SieveOverride, {
        ...{
          reviewId,
          seq: ++seq,
          fate: 'undo' as const,
          limiters: row.limiters,
          recordNo: row.recordNo,
          workNo: row.workNo,
          undoes: row.seq,
        },
        ...{ reason: 'Taken back.', person: review.person, at: ctx.now() },
      });
    await tx.flush();
    return { ok: true, overrides: await standingOverrides(tx, reviewId) };
  });
}
