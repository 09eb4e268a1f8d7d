import { z } from 'zod';
import { columnMapping } from '@/core/parity';
import { type ColumnMapping, mappingFault } from '@/core/record';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { ImportFile, Retrieval, SourceDatabase } from '@/platform/db/schema';
import { enqueue } from '@/platform/queue/queue';

export const MapColumns = z.strictObject({ fileId: z.uuid(), mapping: columnMapping });

/** Says what a table's columns mean, remembers it for its database, and reads the table. */
export async function mapColumns(ctx: Context, reviewId: string, input: z.infer<typeof MapColumns>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const mapping: ColumnMapping = input.mapping;
  const fault = mappingFault(mapping);
  if (fault) return refuse('bad-mapping', fault);
  return ctx.em.transactional(async (tx) => {
    const file = await tx.findOne(ImportFile, { reviewId, id: input.fileId }, { lockMode: 4 });
    if (file?.state !== 'waiting') return refuse('read-already', 'This table is not waiting for its columns any more.');
    const retrieval = await tx.findOneOrFail(Retrieval, { reviewId, id: file.retrievalId });
    tx.assign(file, { mapping, state: 'received' });
    for (const database of await tx.find(SourceDatabase, { reviewId, id: { $in: retrieval.databaseIds } }))
      tx.assign(database, { profile: { ...database.profile, columns: mapping } });
    await tx.flush();
    await enqueue(tx, reviewId, 'import-file', ctx.now(), file.id);
    return { ok: true };
  });
}
