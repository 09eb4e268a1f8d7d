import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { SourceDatabase } from '@/platform/db/schema';

export const databasesOf = (ctx: Context, reviewId: string) =>
  partOf(ctx, reviewId, 'databases', ['source_database'], () =>
    ctx.em.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } }),
  );

/** What stands for a database when a record does not say which of several it is from. */
export const UNATTRIBUTED = { tag: '--', name: 'Unattributed' };

/** The names of the databases that a retrieval searched. */
export const databaseNames = (retrieval: { databaseIds: readonly string[] }, databases: readonly { id: string; name: string }[]): string =>
  databases
    .filter((d) => retrieval.databaseIds.includes(d.id))
    .map((d) => d.name)
    .join(' + ');
