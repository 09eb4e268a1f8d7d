import { z } from 'zod';
import { Retrieval } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { EMPTY_RETRIEVAL, insertRetrieval, MOST_RETRIEVALS, type RetrievalInput, wrongDatabase } from '../store/retrievals';

export const NewRetrieval = z.strictObject({ databaseIds: z.array(z.uuid()).min(1).max(32), updates: z.uuid().nullable() });

/** Begins a retrieval, by itself or as the later run of an earlier one, whose log it takes over. */
export const addRetrieval = reviewCommand({
  name: 'add-retrieval',
  right: 'edit',
  input: NewRetrieval,
  lock: 'retrievals',
  refuses: ['no-retrieval', 'no-database', 'too-many'],
  stale: ['retrieval'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const earlier = input.updates ? await ctx.em.findOne(Retrieval, { reviewId, id: input.updates }) : null;
    if (input.updates && !earlier) return refuse('no-retrieval', 'The earlier run is not in this review.');
    const wrong = await wrongDatabase(ctx, reviewId, input.databaseIds);
    if (wrong) return wrong;
    if ((await ctx.em.count(Retrieval, { reviewId })) >= MOST_RETRIEVALS)
      return refuse('too-many', `A review can have ${MOST_RETRIEVALS} retrievals.`);
    const made = await insertRetrieval(ctx, review, {
      ...EMPTY_RETRIEVAL,
      ...(earlier ? logOf(earlier) : {}),
      databaseIds: input.databaseIds,
      ranBy: review.person,
      updates: input.updates,
    });
    return { ...made };
  },
});

/** What a later run has in common with the earlier one: how it was searched, not what came of it. */
const logOf = (r: Retrieval): Partial<RetrievalInput> => ({
  platform: r.platform,
  coverageFrom: r.coverageFrom,
  defaultFields: r.defaultFields,
  wordVariation: r.wordVariation,
  strategy: r.strategy,
  steps: r.steps.map((s) => ({ ...s, count: null, tabs: [] })),
});
