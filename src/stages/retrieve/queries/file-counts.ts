import type { Columns } from '@/core/sieve';
import { partOf } from '@/platform/cache/parts';
import { derivedFrom } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { ImportFile, Retrieval } from '@/platform/db/schema';
import { MAX_REJECTED_ROWS } from '../jobs/import-file';
import { databaseNames, databasesOf } from '../store/databases';
import { allRetrievals } from '../store/retrievals';
import { countAside } from '../store/set-aside';

/** What is counted in the tables themselves, to be held against what the imports said they read. */
export interface CountedFiles {
  records: number;
  merged: number;
  /** Records that could not be processed. */
  aside: number;
  files: { name: string; database: string; parsed: number; rejected: number; entries: number }[];
}

/**
 * Counts of a review that is at rest: they are counted once, and asked for after every decision. Every import makes the
 * numbers of the columns anew, one of which every entry was rejected too; a ruling leaves them.
 */
const atRest = derivedFrom<Int32Array, CountedFiles>('file-counts');

/** @param working jobs are under way: then records come and go, and nothing is kept */
export async function countedFiles(ctx: Context, reviewId: string, columns: Columns, working: boolean): Promise<CountedFiles> {
  const known = working ? undefined : atRest.get(columns.numbers);
  if (known) return known;
  const from = ['whole', 'review_change', 'source_database'] as const;
  const counted = await (working
    ? count(ctx, reviewId)
    : partOf(ctx, reviewId, 'file-counts', from, () => count(ctx, reviewId), { stored: '1' }));
  if (!working) atRest.set(columns.numbers, counted);
  return counted;
}

async function count(ctx: Context, reviewId: string): Promise<CountedFiles> {
  const [{ records }] = await ctx.em.execute<[{ records: number }]>(
    'select count(*)::int as records from active_record where review_id = ?',
    [reviewId],
  );
  const [{ merged }] = await ctx.em.execute<[{ merged: number }]>(
    'select (count(*) - count(distinct work_no))::int as merged from work_record where review_id = ? and active',
    [reviewId],
  );
  const withdrawn = await ctx.em.find(Retrieval, { reviewId, withdrawn: true });
  const files = await ctx.em.find(
    ImportFile,
    { reviewId, state: 'imported', retrievalId: { $nin: withdrawn.map((r) => r.id) } },
    { orderBy: { receivedAt: 'asc', id: 'asc' } },
  );
  const retrievals = await allRetrievals(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const [{ rejected }] = await ctx.em.execute<[{ rejected: Record<string, number> | null }]>(
    `select json_object_agg(file_id, n) as rejected from (select file_id, count(*)::int as n from rejected_entry where review_id = ? group by file_id) t`,
    [reviewId],
  );
  const inFiles = await ctx.em.execute<{ file_id: string; n: number }[]>(
    'select file_id, count(*)::int as n from active_record where review_id = ? group by file_id',
    [reviewId],
  );
  return {
    records,
    merged,
    aside: await countAside(ctx.em, reviewId),
    files: files.map((f) => ({
      name: f.name,
      database: databaseNames(retrievals.find((r) => r.id === f.retrievalId)!, databases),
      parsed: inFiles.find((n) => n.file_id === f.id)?.n ?? 0,
      // Of millions only the first are listed; the import counted them all.
      rejected: f.rejected > MAX_REJECTED_ROWS ? f.rejected : (rejected?.[f.id] ?? 0),
      entries: f.parsed + f.rejected,
    })),
  };
}
