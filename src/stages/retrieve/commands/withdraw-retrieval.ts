import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { Retrieval } from '@/platform/db/schema';
import { enqueue } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const WithdrawRetrieval = z.strictObject({ id: z.uuid(), withdrawn: z.boolean(), why: z.string().trim().max(2000) });

/** Takes a retrieval's records out of every count, or brings them back. The log keeps it either way. */
export const withdrawRetrieval = reviewCommand({
  name: 'withdraw-retrieval',
  right: 'edit',
  input: WithdrawRetrieval,
  refuses: ['no-reason', 'no-retrieval'],
  stale: ['retrieval'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    if (input.withdrawn && !input.why) return refuse('no-reason', 'Say why: the log shows it.');
    const row = await ctx.em.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (row.withdrawn === input.withdrawn) return {};
    ctx.em.assign(row, { withdrawn: input.withdrawn, withdrawnWhy: input.withdrawn ? input.why : '', edit: row.edit + 1 });
    await ctx.em.flush();
    await enqueue(ctx.em, reviewId, 'classify-review');
    return {};
  },
});
