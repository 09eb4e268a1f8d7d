import type { EntityManager } from '@mikro-orm/postgresql';
import { recent } from './process-wide';

/** What of a context is needed to read. */
interface Reader {
  em: EntityManager;
  readonly kept?: Map<string, Promise<unknown>>;
}

/**
 * Tables of which a review's rows are read whole by many questions, and how it is told that they changed. Rows of the
 * first are only added, so the last number says all. Of the others the writing transactions are summed: whatever is
 * changed, added or taken away, the sum or the count is another.
 * @source PostgreSQL documentation, system columns: xmin is the transaction that wrote a row's version
 */
const ADDED = {
  sieve_override: 'seq',
  sieve_version: 'number',
  ruling: 'seq',
  merge_ruling: 'seq',
  written_difference: 'seq',
  work_edit: 'seq',
  review_change: 'seq',
} as const;
const CHANGED = ['source_database', 'criterion', 'reason', 'venue', 'evidence_scheme', 'likely_basis', 'library_list'] as const;

/** Works, their records and their claims change when all are classified; single works are classified again in between. */
export type PartTable = 'review' | 'whole' | keyof typeof ADDED | (typeof CHANGED)[number];
type Stamps = Readonly<Record<PartTable, string>>;

const STAMPS = [
  'r.xmin::text as review',
  `coalesce((select whole::text from review_columns where review_id = r.id), '') as whole`,
  ...Object.entries(ADDED).map(([t, key]) => `(select coalesce(max(${key}), 0)::text from ${t} where review_id = r.id) as ${t}`),
  ...CHANGED.map((t) => `(select count(*) || '/' || coalesce(sum(xmin::text::bigint), 0) from ${t} where review_id = r.id) as ${t}`),
].join(', ');

/** A part as it is known now; what it was before is of no use. */
interface Known {
  stamp: string;
  value: unknown;
}
const parts = recent<Known>('parts', 400);
/** What grows with the works of a review: so few that they never weigh more than the reviews themselves. */
const largeParts = recent<Known>('large-parts', 12);

/** What a request reads, it reads once: a page, or the questions that come together. */
export async function perRequest<T>(ctx: Reader, key: string, read: () => Promise<T>): Promise<T> {
  if (!ctx.kept) return read();
  const known = ctx.kept.get(key) ?? read();
  ctx.kept.set(key, known);
  return known as Promise<T>;
}

/** A context in which everything is read once, as it is at the first time it is asked for. Nothing may be changed in it. */
export const reading = <C extends Reader>(ctx: C): C => ({ ...ctx, kept: new Map() });

/**
 * A part of a review that follows from some tables, kept in the process until one of them changes: a request asks once
 * how they stand, and reads only what has changed. Where something is changed everything is read anew.
 * @param name of its own
 * @param read gives plain data, which nobody may change
 * @param large whether it grows with the number of works
 * @param also what else it follows from
 * @param stored its form, when it takes a look at every work: then other processes, and this one when it is started anew,
 *   find it in the database. Another program's form has another name
 */
export async function partOf<T>(
  ctx: Reader,
  reviewId: string,
  name: string,
  from: readonly PartTable[],
  read: () => Promise<T>,
  { large = false, also = '', stored }: { large?: boolean; also?: string; stored?: string } = {},
): Promise<T> {
  if (!ctx.kept) return read();
  const kept = large ? largeParts : parts;
  const stamps = await stampsOf(ctx, reviewId);
  if (!stamps) return read();
  const stamp = [...from.map((t) => stamps[t]), also].join('|');
  const key = `${reviewId}|${name}`;
  const known = kept.get(key);
  if (known?.stamp === stamp) return known.value as T;
  const value = stored === undefined ? await read() : await storedPart(ctx, reviewId, name, `${stored}|${stamp}`, read);
  kept.set(key, { stamp, value });
  return value;
}

async function storedPart<T>(ctx: Reader, reviewId: string, name: string, stamp: string, read: () => Promise<T>): Promise<T> {
  const [row] = await ctx.em.execute<{ doc: T }[]>('select doc from kept_figure where review_id = ? and name = ? and stamp = ?', [
    reviewId,
    name,
    stamp,
  ]);
  if (row) return row.doc;
  const value = await read();
  try {
    await ctx.em.fork().execute(
      `insert into kept_figure (review_id, name, stamp, doc) values (?, ?, ?, ?)
       on conflict (review_id, name) do update set stamp = excluded.stamp, doc = excluded.doc`,
      [reviewId, name, stamp, JSON.stringify(value)],
    );
  } catch (error) {
    // The review may have been deleted meanwhile, or may only be read: who asks is answered all the same.
    console.error('[parts]', name, error);
  }
  return value;
}

/** Whether a review has no row of a table that is only added to. */
export async function hasNone(ctx: Reader, reviewId: string, table: keyof typeof ADDED): Promise<boolean> {
  if (!ctx.kept) return false;
  return (await stampsOf(ctx, reviewId))?.[table] === '0';
}

/** How the tables of a review stand: a stamp is another when something in its table is. */
export const stampsOf = (ctx: Reader, reviewId: string): Promise<Stamps | null> =>
  perRequest(ctx, `stamps|${reviewId}`, async () => {
    const [row] = await ctx.em.execute<Stamps[]>(`select ${STAMPS} from review r where r.id = ?`, [reviewId]);
    return row ?? null;
  });
