import type { EntityManager } from '@mikro-orm/postgresql';
import { type Setting, settingsFor } from '@/core/parity';
import { isoToDay } from '@/core/record';
import { blockQuery, type QueryDialect, queryOf } from '@/core/search/blocks';
import { type HandLine, handLines, type SearchFacts, writeAppendix } from '@/core/search/desk';
import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { CitationRound } from '@/platform/db/schema';
import { schemeOf } from '@/stages/classify';
import { databasesOf, fileStamp, retrievalsOf } from '@/stages/retrieve';
import { doorsOf, sheetNow } from '../store/desk';
import { latestRuns, readingsOf, savedView } from './desk-view';

/** Indexes as the standard's own sets name them, for a database of which nothing is known. */
const COMMON: QueryDialect = {
  indexes: {
    ...{ anywhere: ['cql.anywhere'], title: ['dc.title'], abstract: ['dc.description'], 'title-abstract': ['dc.title', 'dc.description'] },
    ...{ heading: ['dc.subject'], author: ['dc.creator'], journal: ['dc.source'] },
  },
  ...{ truncates: true, nearness: true },
};

/** The search written out: for databases without an open door to be run by hand, and for the write-up. */
export async function strategyView(ctx: Context, reviewId: string) {
  const em = ctx.em as EntityManager;
  const review = await openReview(ctx, reviewId);
  const [databases, doors, { sheet }] = [await databasesOf(ctx, reviewId), await doorsOf(em, reviewId), await sheetNow(em, reviewId)];
  const scheme = await schemeOf(em, review);
  const lines: HandLine[] = handLines(sheet);
  const facts = await searchFacts(ctx, reviewId);
  const readings = await readingsOf(em, reviewId);
  return {
    title: review.title,
    lines,
    cql: [...sheet.blocks.map((b) => blockQuery(b, COMMON)), queryOf(sheet, COMMON).query].filter(Boolean),
    facts,
    readings: readings.map(({ seq, sheetNumber, reader, readOn, changed }) => ({ seq, sheetNumber, reader, readOn, changed })),
    byHand: databases
      .filter((d) => !doors.some((door) => door.databaseId === d.id))
      .map((d) => ({
        id: d.id,
        tag: d.tag,
        name: d.name,
        settings: settingsFor(d.profile, review.sieve, scheme, isoToDay(review.asOf)) as Setting[],
      })),
  };
}
export type StrategyView = Awaited<ReturnType<typeof strategyView>>;

async function recordsAndWorks(em: EntityManager, reviewId: string) {
  const [row] = await em.execute<[{ records: number; works: number }]>(
    `select (select count(*)::int from record where review_id = ?) as records,
            (select count(*)::int from work where review_id = ? and absorbed_by is null) as works`,
    [reviewId, reviewId],
  );
  return row;
}

/** What is known of the search of a review, as it is published. */
export async function searchFacts(ctx: Context, reviewId: string): Promise<SearchFacts> {
  const em = ctx.em as EntityManager;
  const [databases, doors, runs, retrievals, readings, saved] = [
    await databasesOf(ctx, reviewId),
    await doorsOf(em, reviewId),
    await latestRuns(em, reviewId),
    await retrievalsOf(ctx, reviewId),
    await readingsOf(em, reviewId),
    await savedView(ctx, reviewId),
  ];
  const { records, works } = await partOf(ctx, reviewId, 'records-and-works', ['whole'], () => recordsAndWorks(em, reviewId), {
    also: await fileStamp(ctx, reviewId),
    stored: '1',
  });
  const otherwise = await em.execute<SearchFacts['otherwise'][number][]>(
    `select f.way, f.place, count(*)::int as n from finding f join active_record r on r.review_id = f.review_id and r.no = f.record_no
     where f.review_id = ? group by 1, 2 order by 1, 2`,
    [reviewId],
  );
  const rounds = await em.count(CitationRound, { reviewId });
  const nameOf = (id: string) => databases.find((d) => d.id === id)?.name ?? 'a database that was removed';
  return {
    searches: databases
      .flatMap((d) => runs.get(d.id) ?? [])
      .map((run) => {
        const door = doors.find((d) => d.databaseId === run.databaseId);
        return {
          ...{
            database: nameOf(run.databaseId),
            platform: door ? `SRU ${door.version}, ${door.title}` : 'SRU',
            day: run.at.toISOString().slice(0, 10),
          },
          ...{ person: run.person, sheetNumber: run.sheetNumber, byHand: Boolean(door?.ownQuery) },
          // What is left to the sieve was not run there.
          lines: run.lines
            .filter((l) => l.kind !== 'limiter' || l.set)
            .map(({ label, query, total, set, findings }) => ({
              label,
              query,
              total,
              set,
              notes: findings.map((f) => f.words),
            })),
        };
      }),
    elsewhere: retrievals
      .filter((r) => !r.withdrawn && !r.platform.startsWith('SRU '))
      .map((r) => ({ database: r.databaseIds.map(nameOf).join(' + '), day: r.searchedOn, strategy: r.strategy })),
    readings: readings.map(({ reader, readOn, changed, sheetNumber }) => ({ reader, readOn, changed, sheetNumber })),
    saved: saved.map((s) => ({ name: s.name, everyDays: s.everyDays, lastRun: s.runs[0]?.at.slice(0, 10) ?? '' })),
    ...{ otherwise, rounds, records, works },
  };
}

/** The appendix as text, to be published with the review. */
export async function appendix(ctx: Context, reviewId: string): Promise<string> {
  const { title } = await openReview(ctx, reviewId);
  return writeAppendix(title, await searchFacts(ctx, reviewId));
}
