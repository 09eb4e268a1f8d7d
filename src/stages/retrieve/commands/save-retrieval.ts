import { z } from 'zod';
import { Retrieval } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { RetrievalInput, wrongDatabase } from '../store/retrievals';

export const SaveRetrieval = z.strictObject({ id: z.uuid(), seenEdit: z.int(), retrieval: RetrievalInput });

/** Saves the log of a retrieval; an edit made meanwhile by somebody else is not overwritten. */
export const saveRetrieval = reviewCommand({
  name: 'save-retrieval',
  right: 'edit',
  input: SaveRetrieval,
  refuses: ['no-database', 'no-retrieval', 'changed-meanwhile', 'has-records'],
  stale: ['retrieval'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const wrong = await wrongDatabase(ctx, reviewId, input.retrieval.databaseIds);
    if (wrong) return wrong;
    const row = await ctx.em.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: 4 });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (row.edit !== input.seenEdit)
      return refuse(
        'changed-meanwhile',
        'Somebody else changed this retrieval. What they left is shown after a reload; yours was not saved.',
      );
    const files = await ctx.em.execute<[{ n: number }]>(
      `select count(*)::int as n from import_file where review_id = ? and retrieval_id = ? and state = 'imported'`,
      [reviewId, input.id],
    );
    if (files[0].n > 0 && [...row.databaseIds].sort().join() !== [...input.retrieval.databaseIds].sort().join())
      return refuse(
        'has-records',
        'Records were read from this retrieval already, so its databases cannot be changed. Withdraw it and begin another.',
      );
    ctx.em.assign(row, { ...input.retrieval, edit: row.edit + 1 });
    return { edit: row.edit };
  },
});
