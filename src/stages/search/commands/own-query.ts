import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { parseQuery, QueryError } from '@/core/query';
import { queryOf } from '@/core/search/blocks';
import { LONGEST_STRATEGY } from '@/core/search/desk';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { dialectAt, doorOf, sheetNow } from '../store/desk';

/** Puts a query that a person wrote in the place of the sheet's at one database; null: the sheet is followed again. */
export const ownQuery = reviewCommand({
  name: 'own-query',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid(), query: z.string().trim().min(1).max(100_000).nullable() }),
  lock: 'search',
  refuses: ['no-door', 'bad-query'],
  stale: ['search'],
  async run(ctx, { databaseId, query }) {
    const em = ctx.em as EntityManager;
    const door = await doorOf(em, ctx.reviewId, databaseId);
    if (!door) return refuse('no-door', 'No server is set for this database.');
    if (query !== null)
      try {
        parseQuery(query, LONGEST_STRATEGY);
      } catch (error) {
        if (!(error instanceof QueryError)) throw error;
        return refuse('bad-query', `${error.problem.message} (character ${error.problem.from + 1})`);
      }
    const { sheet } = await sheetNow(em, ctx.reviewId);
    em.assign(door, { ownQuery: query, ownQueryOf: query === null ? '' : queryOf(sheet, await dialectAt(em, door)).query });
    return {};
  },
});
