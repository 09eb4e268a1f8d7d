import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { searchStep } from '@/core/parity';
import { readDate } from '@/core/record';
import { Retrieval, SourceDatabase } from '@/db/schema';
import { type Context, isUuid, openReview, type Result, refuse } from './context';
import { enqueue } from './queue';

const count = z.int().nonnegative().max(100_000_000).nullable();

/** What a person can say of a retrieval. */
export const RetrievalInput = z.strictObject({
  databaseIds: z.array(z.uuid()).min(1, 'Choose at least one database.').max(32),
  platform: z.string().trim().max(200),
  searchedOn: z
    .string()
    .refine((s) => s === '' || (/^\d{4}-\d{2}-\d{2}$/.test(s) && readDate(s) !== null), 'Give the day of the search as year-month-day.'),
  coverageFrom: z.string().trim().max(40),
  coverageTo: z.string().trim().max(40),
  defaultFields: z.string().trim().max(400),
  wordVariation: z.string().trim().max(400),
  strategy: z.string().max(100_000),
  steps: z
    .array(searchStep)
    .max(500)
    .refine((steps) => new Set(steps.map((s) => s.number)).size === steps.length, 'Two steps have the same number.'),
  reported: count,
  exported: count,
  reasons: z.strictObject({ notExported: z.string().max(2000), notInFile: z.string().max(2000) }),
  sortOrder: z.string().trim().max(200),
  capped: z.boolean(),
  ranBy: z.string().trim().max(120),
  notes: z.string().max(10_000),
  updates: z.uuid().nullable(),
});
export type RetrievalInput = z.infer<typeof RetrievalInput>;

export const EMPTY_RETRIEVAL: RetrievalInput = {
  databaseIds: [],
  platform: '',
  searchedOn: '',
  coverageFrom: '',
  coverageTo: '',
  defaultFields: '',
  wordVariation: '',
  strategy: '',
  steps: [],
  reported: null,
  exported: null,
  reasons: { notExported: '', notInFile: '' },
  sortOrder: '',
  capped: false,
  ranBy: '',
  notes: '',
  updates: null,
};

export const SaveRetrieval = z.strictObject({ id: z.uuid(), seenEdit: z.int(), retrieval: RetrievalInput });
export const NewRetrieval = z.strictObject({ databaseIds: z.array(z.uuid()).min(1).max(32), updates: z.uuid().nullable() });
export const WithdrawRetrieval = z.strictObject({ id: z.uuid(), withdrawn: z.boolean(), why: z.string().trim().max(2000) });

/** Begins a retrieval, by itself or as the later run of an earlier one, whose log it takes over. */
export async function addRetrieval(
  ctx: Context,
  reviewId: string,
  input: z.infer<typeof NewRetrieval>,
): Promise<Result<{ id: string; number: number }>> {
  const review = await openReview(ctx, reviewId);
  const earlier = input.updates ? await ctx.em.findOne(Retrieval, { reviewId, id: input.updates }) : null;
  if (input.updates && !earlier) return refuse('no-retrieval', 'The earlier run is not in this review.');
  const wrong = await wrongDatabase(ctx, reviewId, input.databaseIds);
  if (wrong) return wrong;
  const made = await ctx.em.transactional((tx) =>
    insertRetrieval(tx, reviewId, ctx.now(), {
      ...EMPTY_RETRIEVAL,
      ...(earlier ? logOf(earlier) : {}),
      databaseIds: input.databaseIds,
      ranBy: review.person,
      updates: input.updates,
    }),
  );
  return { ok: true, ...made };
}

/** What a later run has in common with the earlier one: how it was searched, not what came of it. */
const logOf = (r: Retrieval): Partial<RetrievalInput> => ({
  platform: r.platform,
  coverageFrom: r.coverageFrom,
  defaultFields: r.defaultFields,
  wordVariation: r.wordVariation,
  strategy: r.strategy,
  steps: r.steps.map((s) => ({ ...s, count: null, tabs: [] })),
});

/** Numbers are given one by one: a lock keeps two people from getting the same. */
export async function insertRetrieval(
  tx: EntityManager,
  reviewId: string,
  at: Date,
  input: RetrievalInput,
): Promise<{ id: string; number: number }> {
  await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`retrievals:${reviewId}`]);
  const [{ next }] = await tx.execute<[{ next: number }]>(
    'select coalesce(max(number), 0) + 1 as next from retrieval where review_id = ?',
    [reviewId],
  );
  const id = randomUUID();
  tx.create(Retrieval, {
    ...input,
    reviewId,
    id,
    number: Number(next),
    withdrawn: false,
    withdrawnWhy: '',
    rerun: '',
    edit: 0,
    createdAt: at,
  });
  await tx.flush();
  return { id, number: Number(next) };
}

async function wrongDatabase(ctx: Context, reviewId: string, ids: readonly string[]) {
  const known = await ctx.em.find(SourceDatabase, { reviewId, id: { $in: [...ids] } });
  return known.length === new Set(ids).size ? null : refuse('no-database', 'Choose databases of this review.');
}

/** Saves the log of a retrieval; an edit made meanwhile by somebody else is not overwritten. */
export async function saveRetrieval(
  ctx: Context,
  reviewId: string,
  input: z.infer<typeof SaveRetrieval>,
): Promise<Result<{ edit: number }>> {
  await openReview(ctx, reviewId);
  const wrong = await wrongDatabase(ctx, reviewId, input.retrieval.databaseIds);
  if (wrong) return wrong;
  return ctx.em.transactional(async (tx) => {
    const row = await tx.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: 4 });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (row.edit !== input.seenEdit)
      return refuse(
        'changed-meanwhile',
        'Somebody else changed this retrieval. What they left is shown after a reload; yours was not saved.',
      );
    const files = await tx.execute<[{ n: number }]>(
      `select count(*)::int as n from import_file where review_id = ? and retrieval_id = ? and state = 'imported'`,
      [reviewId, input.id],
    );
    if (files[0].n > 0 && [...row.databaseIds].sort().join() !== [...input.retrieval.databaseIds].sort().join())
      return refuse(
        'has-records',
        'Records were read from this retrieval already, so its databases cannot be changed. Withdraw it and begin another.',
      );
    tx.assign(row, { ...input.retrieval, edit: row.edit + 1 });
    await tx.flush();
    return { ok: true, edit: row.edit };
  });
}

/** Takes a retrieval's records out of every count, or brings them back. The log keeps it either way. */
export async function withdrawRetrieval(ctx: Context, reviewId: string, input: z.infer<typeof WithdrawRetrieval>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  if (input.withdrawn && !input.why) return refuse('no-reason', 'Say why: the log shows it.');
  return ctx.em.transactional(async (tx) => {
    const row = await tx.findOne(Retrieval, { reviewId, id: input.id }, { lockMode: 4 });
    if (!row) return refuse('no-retrieval', 'This retrieval is not in the review.');
    if (row.withdrawn === input.withdrawn) return { ok: true };
    tx.assign(row, { withdrawn: input.withdrawn, withdrawnWhy: input.withdrawn ? input.why : '', edit: row.edit + 1 });
    await tx.flush();
    await enqueue(tx, reviewId, 'classify-review', ctx.now());
    return { ok: true };
  });
}

export const MarkRerun = z.strictObject({ id: z.uuid(), why: z.string().trim().max(2000) });

/** Marks a retrieval to be run again, for a reason, or takes the mark back with an empty one. */
export async function markRerun(ctx: Context, reviewId: string, { id, why }: z.infer<typeof MarkRerun>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const changed = await ctx.em.nativeUpdate(Retrieval, { reviewId, id }, { rerun: why });
  return changed ? { ok: true } : refuse('no-retrieval', 'This retrieval is not in the review.');
}

/** The retrieval with this number. */
export const retrievalByNumber = (ctx: Context, reviewId: string, number: number) => ctx.em.findOne(Retrieval, { reviewId, number });
export const retrievalById = (ctx: Context, reviewId: string, id: string) =>
  isUuid(id) ? ctx.em.findOne(Retrieval, { reviewId, id }) : Promise.resolve(null);
/** The retrieval that each file of a review came from, by their ids. */
export async function retrievalOfFiles(em: EntityManager, reviewId: string): Promise<ReadonlyMap<string, string>> {
  const rows = await em.execute<{ id: string; retrieval_id: string }[]>('select id, retrieval_id from import_file where review_id = ?', [
    reviewId,
  ]);
  return new Map(rows.map((r) => [r.id, r.retrieval_id]));
}
export const retrievalsOf = (ctx: Context, reviewId: string) => ctx.em.find(Retrieval, { reviewId }, { orderBy: { number: 'asc' } });
