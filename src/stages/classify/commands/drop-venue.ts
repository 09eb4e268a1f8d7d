import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';

export const DropVenue = z.strictObject({ key: z.string().max(400) });

export async function dropVenue(ctx: Context, reviewId: string, { key }: z.infer<typeof DropVenue>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const gone = await tx.nativeDelete(VenueRow, { reviewId, key });
    if (!gone) return refuse('no-entry', 'This entry is not in the register any more.');
    await queueReclassify(tx, reviewId, ctx.now());
    return { ok: true as const };
  });
}
