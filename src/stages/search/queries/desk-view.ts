import type { EntityManager } from '@mikro-orm/postgresql';
import type { Context } from '@/platform/context';
import { SavedRun, SavedSearch, SearchLook, SearchRun, SearchSheet, StrategyReading } from '@/platform/db/schema';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { opened } from '@/platform/verbs/open-review';
import { databasesOf } from '@/stages/retrieve';
import { doorsOf, linesAt, sheetNow } from '../store/desk';

/** What the desk shows: the databases with the ways into them, the sheet, its versions, and what was last counted. */
export async function deskView(ctx: Context, reviewId: string) {
  const em = ctx.em as EntityManager;
  const { review } = await opened(ctx, reviewId);
  const [databases, doors, now, versions, thesauri] = await Promise.all([
    databasesOf(ctx, reviewId),
    doorsOf(em.fork() as EntityManager, reviewId),
    sheetNow(em.fork() as EntityManager, reviewId),
    em.fork().find(SearchSheet, { reviewId, number: { $gt: 0 } }, { orderBy: { number: 'desc' } }),
    thesauriOf(em.fork() as EntityManager, reviewId),
  ]);
  const runs = await latestRuns(em, reviewId);
  const lines = new Map(await Promise.all(doors.map(async (d) => [d.databaseId, await linesAt(ctx, review, d, now.sheet)] as const)));
  return {
    sheet: now.sheet,
    versions: versions.map((v) => ({ number: v.number, note: v.note, person: v.person, at: v.at.toISOString(), sheet: v.sheet })),
    thesauri,
    databases: databases.map((database) => {
      const door = doors.find((d) => d.databaseId === database.id);
      const run = runs.get(database.id);
      const own = lines.get(database.id) ?? [];
      return {
        ...{ id: database.id, tag: database.tag, name: database.name },
        door: door && {
          ...{ address: door.address, version: door.version, title: door.title, about: door.about, mostRecords: door.mostRecords ?? null },
          ...{ settings: door.settings, thesaurusId: door.thesaurusId ?? null, recordSchema: door.recordSchema },
          ...{ ownQuery: door.ownQuery ?? null, ownQueryOf: door.ownQueryOf },
        },
        lines: own.map(({ key, kind, label, query, left, notAsked, limit }) => ({
          ...{ key, kind, label, query, left },
          set: limit?.name ?? '',
          notAsked: notAsked.map(({ block, term, why, left: what }) => ({ block, text: term.text, why, what })),
        })),
        run: run && {
          seq: run.seq,
          lines: run.lines,
          advice: run.advice,
          ms: run.ms,
          at: run.at.toISOString(),
          sheetNumber: run.sheetNumber,
          person: run.person,
        },
      };
    }),
  };
}
export type DeskView = Awaited<ReturnType<typeof deskView>>;

/** Names and sizes alone: the headings themselves are asked for as they are wanted. */
const thesauriOf = (em: EntityManager, reviewId: string) =>
  em.execute<{ id: string; name: string; headings: number }[]>(
    'select id, name, jsonb_array_length(concepts)::int as headings from thesaurus where review_id = ? order by at',
    [reviewId],
  );

export async function latestRuns(em: EntityManager, reviewId: string): Promise<ReadonlyMap<string, SearchRun>> {
  const rows = await em.execute<{ seq: number }[]>('select max(seq)::int as seq from search_run where review_id = ? group by database_id', [
    reviewId,
  ]);
  const runs = await em.find(SearchRun, { reviewId, seq: { $in: rows.map((r) => r.seq) } });
  return new Map(runs.map((r) => [r.databaseId, r]));
}

export const askDesk = reviewQuery({
  name: 'search-desk',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['search', 'sieve', 'retrieval', 'question'],
  run: async (ctx) => ({ desk: await deskView(ctx, ctx.reviewId) }),
});

/** Titles that were looked at, the latest first. */
export const askLooks = reviewQuery({
  name: 'search-looks',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['search'],
  run: async (ctx) => ({ looks: await looksOf(ctx.em as EntityManager, ctx.reviewId) }),
});
export async function looksOf(em: EntityManager, reviewId: string) {
  const rows = await em.find(SearchLook, { reviewId }, { orderBy: { seq: 'desc' }, limit: 20 });
  return rows.map(({ seq, databaseId, lineKey, label, total, seed, titles, person, at }) => ({
    ...{ seq, databaseId, lineKey, label, total, seed: seed ?? null, titles, person, at: at.toISOString() },
  }));
}

/** Saved searches with their last runs. */
export async function savedView(ctx: Context, reviewId: string) {
  const em = ctx.em as EntityManager;
  const searches = await em.find(SavedSearch, { reviewId, removed: false }, { orderBy: { at: 'asc' } });
  const runs = await em.find(
    SavedRun,
    { reviewId, savedId: { $in: searches.map((s) => s.id) } },
    { orderBy: { seq: 'desc' }, exclude: ['seen'] as never[], limit: 500 },
  );
  return searches.map(({ id, name, databaseId, query, everyDays, nextAt }) => ({
    ...{ id, name, databaseId, query, everyDays, nextAt: nextAt?.toISOString() ?? null },
    runs: runs
      .filter((r) => r.savedId === id)
      .slice(0, 10)
      .map((r) => ({
        seq: r.seq,
        total: r.total ?? null,
        fresh: r.fresh,
        gone: r.gone,
        changed: r.changed,
        problem: r.problem,
        at: r.at.toISOString(),
      })),
  }));
}
export type SavedView = Awaited<ReturnType<typeof savedView>>;
export const askSaved = reviewQuery({
  name: 'saved-searches',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['search'],
  run: async (ctx) => ({ searches: await savedView(ctx, ctx.reviewId) }),
});

export const readingsOf = (em: EntityManager, reviewId: string) => em.find(StrategyReading, { reviewId }, { orderBy: { seq: 'asc' } });
export type LookView = Awaited<ReturnType<typeof looksOf>>[number];

/** What saved searches found new in their last run, and how many of them failed: told where records are retrieved. */
export async function savedNotice(ctx: Context, reviewId: string): Promise<{ fresh: number; failed: number }> {
  const [row] = await ctx.em.execute<{ fresh: number; failed: number }[]>(
    `select coalesce(sum(jsonb_array_length(r.fresh)), 0)::int as fresh, count(*) filter (where r.problem <> '')::int as failed
       from saved_search s
       join lateral (select fresh, problem from saved_run where review_id = s.review_id and saved_id = s.id order by seq desc limit 1) r on true
      where s.review_id = ? and not s.removed`,
    [reviewId],
  );
  return row ?? { fresh: 0, failed: 0 };
}
