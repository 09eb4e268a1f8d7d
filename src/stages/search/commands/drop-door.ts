import { z } from 'zod';
import { SearchDoor } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

/** Closes the way into a database. What was counted and taken in through it stays. */
export const dropDoor = reviewCommand({
  name: 'drop-door',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid() }),
  lock: 'search',
  refuses: ['no-door'],
  stale: ['search'],
  async run(ctx, { databaseId }) {
    const gone = await ctx.em.nativeDelete(SearchDoor, { reviewId: ctx.reviewId, databaseId });
    return gone ? {} : refuse('no-door', 'No server is set for this database.');
  },
});
