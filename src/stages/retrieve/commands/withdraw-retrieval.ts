import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Retrieval } from '@/platform/db/schema';
import { enqueue } from '@/platform/queue/queue';

export const WithdrawRetrieval = z.strictObject({ id: z.uuid(), withdrawn: z.boolean(), why: z.string().trim().max(2000) });

/** Takes a retrieval's records out of every count, or brings them back. The log keeps it either way. */
export async function withdrawRetrieval(ctx: Context, reviewId: string, input: z.infer<typeof WithdrawRetrieval>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  if (input.withdrawn && !input.why) return refuse('no-reason', 'Say why: the log shows it.');
  return ctx.em.transactional(async (tx) => {
    const row = await tx.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: 4 });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (row.withdrawn === input.withdrawn) return { ok: true };
    tx.assign(row, { withdrawn: input.withdrawn, withdrawnWhy: input.withdrawn ? input.why : '', edit: row.edit + 1 });
    await tx.flush();
    await enqueue(tx, reviewId, 'classify-review', ctx.now());
    return { ok: true };
  });
}
