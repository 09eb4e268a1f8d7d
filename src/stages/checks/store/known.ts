import type { EntityManager } from '@mikro-orm/postgresql';
import { firstOfEach, matchKnown } from '@/core/checks';
import { type MergeKeys, mergeKeys } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { recent } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { KnownRecord, KnownState, type StoredMatch } from '@/platform/db/schema';
import { mayBeOneOf, mergesOf } from '@/stages/merge';

export const KNOWN_COLUMNS = [
  'review_id',
  'number',
  'source',
  'raw',
  'line',
  'item',
  'matches',
  '"first"',
  'ruled',
  'removed',
  'person',
  'person_id',
  'at',
];

/** Merge keys of works of lists, by review and number: what was brought under a number never changes. */
export const held = recent<MergeKeys>('known-keys', 20_000);

export async function keysOf(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<MergeKeys[]> {
  const known = new Map(numbers.map((n) => [n, held.get(`${reviewId}/${n}`)]));
  const missing = numbers.filter((n) => !known.get(n));
  const rows = missing.length
    ? await tx.execute<{ number: number; item: BibRecord }[]>(
        'select number, item from known_record where review_id = ? and number = any(?::int[])',
        [reviewId, `{${missing.join(',')}}`],
      )
    : [];
  for (const { number, item } of rows) {
    const keys = mergeKeys(item);
    known.set(number, keys);
    held.set(`${reviewId}/${number}`, keys);
  }
  return numbers.map((n) => known.get(n)!);
}

export const lock = (tx: EntityManager, reviewId: string) => tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`known:${reviewId}`]);

/** Looks for all of the list among the records, and for those that it holds twice. */
export async function lookFor(tx: EntityManager, reviewId: string): Promise<void> {
  const known = await tx.find(KnownRecord, { reviewId, removed: false }, { orderBy: { number: 'asc' } });
  const keys = known.map((k) => mergeKeys(k.item));
  const [first, matches] = [firstOfEach(keys), await matchesOf(tx, reviewId, keys)];
  known.forEach((k, i) => {
    k.first = known[first[i]!]!.number;
    k.matches = matches[i]!;
  });
  await lookedNow(tx, reviewId);
  await tx.flush();
}

/** The records that each of these may be, by their numbers; more than ten nobody would look through. */
export async function matchesOf(tx: EntityManager, reviewId: string, keys: readonly MergeKeys[]): Promise<StoredMatch[][]> {
  if (keys.length === 0) return [];
  const records = await mayBeOneOf(tx, reviewId, keys);
  const found = matchKnown(
    records.map((r) => r.keys),
    keys,
  );
  return found.map((matches) => matches.slice(0, 10).map((m) => ({ ...m, record: records[m.record]!.no })));
}

export async function lookedNow(tx: EntityManager, reviewId: string): Promise<void> {
  const merges = await mergesOf(tx, reviewId);
  if (merges !== null) await tx.upsert(KnownState, { reviewId, merges });
}

/** Records are what they were when the list was looked for, and so are the rules. */
export async function isUpToDate(em: EntityManager, reviewId: string): Promise<boolean> {
  const [state, merges] = [await em.findOne(KnownState, { reviewId }), await mergesOf(em, reviewId)];
  return state !== null && state.merges === merges;
}

/** A work of the list with what was found for it; what was brought of it is as long as a record, and is asked for apart. */
export type KnownWork = Pick<KnownRecord, 'number' | 'source' | 'line' | 'first' | 'matches' | 'ruled'>;

/** The list as it stands, looked for again when records have come since or the rules of merging have changed. */
export async function knownList(ctx: Context, reviewId: string): Promise<KnownWork[]> {
  const read = (em: EntityManager) =>
    em.execute<KnownWork[]>(
      'select number, source, line, first, matches, ruled from known_record where review_id = ? and not removed order by number',
      [reviewId],
    );
  const list = await read(ctx.em);
  if (list.length === 0) return list;
  if (await isUpToDate(ctx.em, reviewId)) return list;
  const fresh = ctx.em.fork();
  await fresh.transactional(async (tx) => {
    await lock(tx, reviewId);
    await lookFor(tx, reviewId);
  });
  return read(fresh);
}

/** What was brought of each work of the list: its line as it stood, and what was read in it. */
export async function broughtWorks(ctx: Context, reviewId: string): Promise<ReadonlyMap<number, { raw: string; item: BibRecord }>> {
  const rows = await ctx.em.execute<{ number: number; raw: string; item: BibRecord }[]>(
    'select number, raw, item from known_record where review_id = ? and not removed',
    [reviewId],
  );
  return new Map(rows.map((r) => [r.number, r]));
}

/** Titles of the works that are known to belong, each once. */
export async function knownTitles(ctx: Context, reviewId: string): Promise<{ number: number; title: string }[]> {
  return ctx.em.execute<{ number: number; title: string }[]>(
    `select number, item->>'title' as title from known_record where review_id = ? and not removed and first = number order by number`,
    [reviewId],
  );
}
