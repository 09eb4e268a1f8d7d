import { WAY_WORDS, type Way } from '@/core/found';
import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { SourceDatabase } from '@/platform/db/schema';

export const databasesOf = (ctx: Context, reviewId: string) =>
  partOf(ctx, reviewId, 'databases', ['source_database'], () =>
    ctx.em.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } }),
  );

/** What stands for a database when a record does not say which of several it is from. */
export const UNATTRIBUTED = { tag: '--', name: 'Unattributed' };

/** What stands for a database beside a record that was found in another way. */
export const OTHER_WAYS = { tag: '++', name: 'Other ways' };

/** What stands beside a record: its database, the other way in which it was found, or that it does not say. */
export const standsFor = <D extends { id: string; tag: string; name: string }>(
  { database_id, stable_name }: { database_id: string | null; stable_name: string },
  databases: readonly D[],
): Pick<D, 'tag' | 'name'> =>
  databases.find((d) => d.id === database_id) ?? (stable_name.startsWith(`${OTHER_WAYS.tag}|`) ? OTHER_WAYS : UNATTRIBUTED);

/** The names of the databases that a retrieval searched, or of the way that it was found in. */
export const databaseNames = (
  retrieval: { databaseIds: readonly string[]; way?: Way | '' },
  databases: readonly { id: string; name: string }[],
): string =>
  retrieval.way
    ? WAY_WORDS[retrieval.way].label
    : databases
        .filter((d) => retrieval.databaseIds.includes(d.id))
        .map((d) => d.name)
        .join(' + ');
