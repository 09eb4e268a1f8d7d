import { z } from 'zod';
import { Retrieval } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { withdrawalEffect } from '../store/withdrawal';

/** What withdrawing a retrieval would do, or restoring it: asked before it is done. */
export const askWithdrawal = reviewQuery({
  name: 'withdrawal-effect',
  right: 'read',
  input: z.strictObject({ id: z.uuid() }),
  refuses: ['no-retrieval'],
  rests: ['retrieval', 'decisions'],
  async run({ em, reviewId }, { id }) {
    const row = await em.findOne(Retrieval, { reviewId, id });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    return { effect: await withdrawalEffect(em, reviewId, id, row.withdrawn) };
  },
});
