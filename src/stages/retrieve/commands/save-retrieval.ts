import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Retrieval } from '@/platform/db/schema';
import { RetrievalInput, wrongDatabase } from '../store/retrievals';

export const SaveRetrieval = z.strictObject({ id: z.uuid(), seenEdit: z.int(), retrieval: RetrievalInput });

/** Saves the log of a retrieval; an edit made meanwhile by somebody else is not overwritten. */
export async function saveRetrieval(
  ctx: Context,
  reviewId: string,
  input: z.infer<typeof SaveRetrieval>,
): Promise<Result<{ edit: number }>> {
  await openReview(ctx, reviewId);
  const wrong = await wrongDatabase(ctx, reviewId, input.retrieval.databaseIds);
  if (wrong) return wrong;
  return ctx.em.transactional(async (tx) => {
    const row = await tx.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: 4 });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (row.edit !== input.seenEdit)
      return refuse(
        'changed-meanwhile',
        'Somebody else changed this retrieval. What they left is shown after a reload; yours was not saved.',
      );
    const files = await tx.execute<[{ n: number }]>(
      `select count(*)::int as n from import_file where review_id = ? and retrieval_id = ? and state = 'imported'`,
      [reviewId, input.id],
    );
    if (files[0].n > 0 && [...row.databaseIds].sort().join() !== [...input.retrieval.databaseIds].sort().join())
      return refuse(
        'has-records',
        'Records were read from this retrieval already, so its databases cannot be changed. Withdraw it and begin another.',
      );
    tx.assign(row, { ...input.retrieval, edit: row.edit + 1 });
    await tx.flush();
    return { ok: true, edit: row.edit };
  });
}
