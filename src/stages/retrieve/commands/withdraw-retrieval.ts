import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { noteChange } from '@/platform/db/note-change';
import { Retrieval } from '@/platform/db/schema';
import { enqueue } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { nameOfRetrieval } from '../store/retrievals';
import { withdrawalEffect } from '../store/withdrawal';

export const WithdrawRetrieval = z.strictObject({ id: z.uuid(), withdrawn: z.boolean(), why: z.string().trim().max(2000) });

/** Takes a retrieval's records out of every count, or restores them. The log keeps it either way, and the ledger says what it touched. */
export const withdrawRetrieval = reviewCommand({
  name: 'withdraw-retrieval',
  right: 'edit',
  input: WithdrawRetrieval,
  refuses: ['no-reason', 'no-retrieval'],
  stale: ['retrieval'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    if (input.withdrawn && !input.why) return refuse('no-reason', 'Say why: the log shows it.');
    const row = await ctx.em.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (row.withdrawn === input.withdrawn) return {};
    const { decided } = await withdrawalEffect(ctx.em, reviewId, row.id, row.withdrawn);
    ctx.em.assign(row, { withdrawn: input.withdrawn, withdrawnWhy: input.withdrawn ? input.why : '', edit: row.edit + 1 });
    await ctx.em.flush();
    const did = input.withdrawn ? 'withdrawn' : 'restored';
    const subject = await nameOfRetrieval(ctx, reviewId, row.id);
    await noteChange(ctx, review, { kind: 'retrieval', did, subject, why: input.why, decisions: decided.length });
    await enqueue(ctx.em, reviewId, 'classify-review', null, { because: `Records of ${subject}, were ${did}` });
    return {};
  },
});
