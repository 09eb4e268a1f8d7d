import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { columnMapping } from '@/core/parity';
import { type ColumnMapping, mappingFault } from '@/core/record';
import { ImportFile, Retrieval, SourceDatabase } from '@/platform/db/schema';
import { enqueue } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const MapColumns = z.strictObject({ fileId: z.uuid(), mapping: columnMapping });

/** Says what a table's columns mean, remembers it for its database, and reads the table. */
export const mapColumns = reviewCommand({
  name: 'map-columns',
  right: 'edit',
  input: MapColumns,
  refuses: ['bad-mapping', 'read-already'],
  stale: ['retrieval'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const mapping: ColumnMapping = input.mapping;
    const fault = mappingFault(mapping);
    if (fault) return refuse('bad-mapping', fault);
    const file = await ctx.em.findOne(ImportFile, { reviewId, id: input.fileId }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (file?.state !== 'waiting') return refuse('read-already', 'This table is not waiting for its columns any more.');
    const retrieval = await ctx.em.findOneOrFail(Retrieval, { reviewId, id: file.retrievalId });
    ctx.em.assign(file, { mapping, state: 'received' });
    for (const database of await ctx.em.find(SourceDatabase, { reviewId, id: { $in: retrieval.databaseIds } }))
      ctx.em.assign(database, { profile: { ...database.profile, columns: mapping } });
    await ctx.em.flush();
    await enqueue(ctx.em, reviewId, 'import-file', file.id, { because: file.name });
    return {};
  },
});
