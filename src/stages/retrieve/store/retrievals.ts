import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import type { Way } from '@/core/found';
import { searchStep } from '@/core/parity';
import { readDate } from '@/core/record';
import { type Context, isUuid } from '@/platform/context';
import { noteChange } from '@/platform/db/note-change';
import { Retrieval, type Review, SourceDatabase } from '@/platform/db/schema';
import { refuse } from '@/platform/verbs/refusals';
import { databaseNames } from './databases';

export const count = z.int().nonnegative().max(100_000_000).nullable();

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

/** What a person has said of a retrieval, as it is shown and saved. */
export const retrievalInputOf = (row: Retrieval): RetrievalInput =>
  Object.fromEntries(Object.keys(EMPTY_RETRIEVAL).map((field) => [field, row[field as keyof RetrievalInput] ?? null])) as RetrievalInput;

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

/** A page that lists them stays one that can be read. */
export const MOST_RETRIEVALS = 500;

/** Begins a retrieval that is written down by the machine. */
export async function beginRetrieval(ctx: Context, review: Pick<Review, 'id' | 'person'>, known: Partial<RetrievalInput>) {
  if ((await ctx.em.count(Retrieval, { reviewId: review.id, way: '' })) >= MOST_RETRIEVALS)
    return refuse('too-many', `A review can have ${MOST_RETRIEVALS} retrievals.`);
  return insertRetrieval(ctx, review, { ...EMPTY_RETRIEVAL, ...known });
}

/** Numbers are given one by one: a lock keeps two people from getting the same. */
export async function insertRetrieval(
  ctx: Context,
  review: Pick<Review, 'id' | 'person'>,
  input: RetrievalInput,
  way: Way | '' = '',
): Promise<{ id: string; number: number }> {
  const tx = ctx.em as EntityManager;
  const reviewId = review.id;
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
    way,
    withdrawn: false,
    withdrawnWhy: '',
    rerun: '',
    stated: [],
    edit: 0,
    createdAt: ctx.now(),
  });
  await tx.flush();
  await noteChange({ ...ctx, em: tx }, review, {
    kind: 'retrieval',
    did: 'added',
    subject: await nameOfRetrieval(ctx, reviewId, id),
  });
  return { id, number: Number(next) };
}

/** A retrieval as the ledger names it, with the databases that it was of then. */
export async function nameOfRetrieval(ctx: Context, reviewId: string, id: string): Promise<string> {
  const row = await ctx.em.findOneOrFail(Retrieval, { reviewId, id });
  const databases = await ctx.em.find(SourceDatabase, { reviewId, id: { $in: row.databaseIds } }, { orderBy: { position: 'asc' } });
  return `retrieval ${row.number}, ${databaseNames(row, databases)}`;
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

/** Searches of databases. */
export const retrievalsOf = (ctx: Context, reviewId: string) =>
  ctx.em.find(Retrieval, { reviewId, way: '' }, { orderBy: { number: 'asc' } });
/** With what stands for each other way of finding. */
export const allRetrievals = (ctx: Context, reviewId: string) => ctx.em.find(Retrieval, { reviewId }, { orderBy: { number: 'asc' } });

/** What stands for a way of finding beside the searches of databases; begun when the first source is found so. */
export async function retrievalOfWay(ctx: Context, review: Pick<Review, 'id' | 'person'>, way: Way): Promise<string> {
  const known = await ctx.em.findOne(Retrieval, { reviewId: review.id, way });
  return known?.id ?? (await insertRetrieval(ctx, review, EMPTY_RETRIEVAL, way)).id;
}

export async function wrongDatabase(ctx: Context, reviewId: string, ids: readonly string[]) {
  const known = await ctx.em.find(SourceDatabase, { reviewId, id: { $in: [...ids] } });
  return known.length === new Set(ids).size ? null : refuse('no-database', 'Choose databases of this review.');
}
