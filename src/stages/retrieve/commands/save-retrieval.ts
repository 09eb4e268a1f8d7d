import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { noteEdits } from '@/platform/db/note-edits';
import { Retrieval } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { editOf, isSettled, settleEdit } from '@/platform/verbs/edits';
import { refuse } from '@/platform/verbs/refusals';
import { describeDatabase } from '../store/describe-database';
import { RetrievalInput, retrievalInputOf, wrongDatabase } from '../store/retrievals';

export const SaveRetrieval = editOf(RetrievalInput).extend({ id: z.uuid() });

/** Saves the log of a retrieval; an edit made meanwhile by somebody else is not overwritten. */
export const saveRetrieval = reviewCommand({
  name: 'save-retrieval',
  right: 'edit',
  input: SaveRetrieval,
  refuses: ['no-database', 'no-retrieval', 'changed-meanwhile', 'has-records'],
  stale: ['retrieval'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const row = await ctx.em.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    const settled = settleEdit(retrievalInputOf(row), input);
    if (!isSettled(settled)) return settled;
    const { value, merged } = settled;
    const wrong = await wrongDatabase(ctx, reviewId, value.databaseIds);
    if (wrong) return wrong;
    const files = await ctx.em.execute<[{ n: number }]>(
      `select count(*)::int as n from import_file where review_id = ? and retrieval_id = ? and state = 'imported'`,
      [reviewId, input.id],
    );
    if (files[0].n > 0 && [...row.databaseIds].sort().join() !== [...value.databaseIds].sort().join())
      return refuse(
        'has-records',
        'Records were read from this retrieval already, so its databases cannot be changed. Withdraw it and begin another.',
      );
    const parts = Object.fromEntries(Object.keys(value).map((part) => [part, `retrieval ${row.number}: ${part}`]));
    await noteEdits(ctx, ctx.review, 'statement', parts, retrievalInputOf(row), value);
    ctx.em.assign(row, { ...value, edit: row.edit + 1 });
    await describeDatabase(ctx.em, reviewId, value);
    return { value, merged };
  },
});
