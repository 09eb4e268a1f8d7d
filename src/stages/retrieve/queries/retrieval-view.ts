import { compareRuns, type RunRecord } from '@/core/parity';
import { type Context, NotFound, openReview } from '@/platform/context';
import { retrievalById, retrievalByNumber, retrievalInputOf, retrievalsOf } from '../store/retrievals';
import { retrieveView } from './retrieve-view';

/** One retrieval with everything its log holds, its files, and what changed since the run it updates. */
export async function retrievalView(ctx: Context, reviewId: string, number: number) {
  await openReview(ctx, reviewId);
  const row = Number.isSafeInteger(number) && number > 0 && number < 2 ** 31 ? await retrievalByNumber(ctx, reviewId, number) : null;
  if (!row) throw new NotFound('There is no such retrieval.');
  const { databases, retrievals, formats, jobs } = await retrieveView(ctx, reviewId);
  const { id, withdrawn, withdrawnWhy, number: no } = row;
  return {
    id,
    number: no,
    withdrawn,
    withdrawnWhy,
    log: retrievalInputOf(row),
    line: retrievals.find((r) => r.id === id)!,
    others: retrievals.filter((r) => r.id !== id).map((r) => ({ id: r.id, number: r.number, names: r.names, searchedOn: r.searchedOn })),
    databases,
    formats,
    jobs,
    comparison: row.updates ? await compareWithEarlier(ctx, reviewId, row.updates, id) : null,
  };
}
export type RetrievalView = Awaited<ReturnType<typeof retrievalView>>;

async function runRecords(ctx: Context, reviewId: string, retrievalId: string): Promise<RunRecord[]> {
  return ctx.em.execute<RunRecord[]>(
    `select r.no, r.item->>'accession' as accession, r.item->>'doi' as doi, r.item->>'pmid' as pmid, r.item->>'title' as title,
       right(r.stable_name, 40) as content
     from record r join import_file f on f.review_id = r.review_id and f.id = r.file_id
     where r.review_id = ? and f.retrieval_id = ? order by r.no`,
    [reviewId, retrievalId],
  );
}

/** What is new, gone and changed in a later run of the same search. */
export async function compareWithEarlier(ctx: Context, reviewId: string, earlierId: string, laterId: string) {
  const earlier = await retrievalById(ctx, reviewId, earlierId);
  const [before, after] = [await runRecords(ctx, reviewId, earlierId), await runRecords(ctx, reviewId, laterId)];
  const { fresh, gone, changed, same } = compareRuns(before, after);
  return { earlier: earlier?.number ?? 0, before: before.length, after: after.length, fresh, gone, changed, same: same.length };
}

/** For the list of records: the numbers that a set of the comparison holds. */
export async function comparedNumbers(
  ctx: Context,
  reviewId: string,
  number: number,
  set: 'fresh' | 'gone' | 'changed',
): Promise<number[]> {
  const row = (await retrievalsOf(ctx, reviewId)).find((r) => r.number === number);
  if (!row?.updates) return [];
  const compared = await compareWithEarlier(ctx, reviewId, row.updates, row.id);
  return set === 'changed' ? compared.changed.map(([, now]) => now) : compared[set];
}
