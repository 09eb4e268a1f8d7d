import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { firstOfEach, matchKnown, readKnownList } from '@/core/checks';
import { type MergeKeys, mergeKeys } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { copyRows } from '@/db/copy';
import { KnownRecord, KnownState, type StoredMatch } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from '../context';
import { mayBeOneOf, mergesOf } from '../merge-blocks';
import { recent } from '../process-wide';

export const AddKnown = z.strictObject({
  text: z.string().max(20_000_000),
  /** Where the list is from. */
  source: z.string().trim().max(300),
});

/** What became of a list that was brought: how many were taken, were there already, and could not be read. */
export interface KnownTaken {
  format: string;
  added: number;
  repeated: number;
  rejected: { line: number; text: string; why: string }[];
}

/** Takes a list of works that are known to belong, and looks for each among the records. */
export async function addKnown(ctx: Context, reviewId: string, input: z.infer<typeof AddKnown>): Promise<Result<{ taken: KnownTaken }>> {
  const review = await openReview(ctx, reviewId);
  const list = readKnownList(input.text);
  if ('problem' in list) return refuse('unreadable', list.problem);
  if (list.entries.length === 0)
    return refuse(
      'nothing-taken',
      `Nothing in it could be taken. ${list.rejected
        .slice(0, 3)
        .map((r) => `Line ${r.line}: ${r.why}`)
        .join(' ')}`,
    );
  const keys = list.entries.map((e) => mergeKeys(e.record));
  let last = 0;
  const first = await ctx.em.transactional(async (tx) => {
    await lock(tx, reviewId);
    if (!(await isUpToDate(tx, reviewId))) await lookFor(tx, reviewId);
    const before = await tx.execute<{ number: number; first: number; removed: boolean }[]>(
      'select number, first, removed from known_record where review_id = ? order by number',
      [reviewId],
    );
    const standing = before.filter((k) => !k.removed);
    last = before.at(-1)?.number ?? 0;
    const matches = await matchesOf(tx, reviewId, keys);
    const standingKeys = await keysOf(
      tx,
      reviewId,
      standing.map((k) => k.number),
    );
    const places = firstOfEach([...standingKeys, ...keys], standing.length).slice(standing.length);
    const first = places.map((place) => standing[place]?.first ?? last + 1 + place - standing.length);
    const at = ctx.now().toISOString();
    await copyRows(tx, 'known_record', KNOWN_COLUMNS, [
      list.entries.map((e, i) => [
        ...[reviewId, last + i + 1, input.source, e.raw, e.line, e.record, matches[i]!, first[i]!],
        ...[null, false, review.person, at],
      ]),
    ]);
    await lookedNow(tx, reviewId);
    return first;
  });
  keys.forEach((k, i) => {
    held.set(`${reviewId}/${last + i + 1}`, k);
  });
  const repeated = first.filter((number, i) => number !== last + i + 1).length;
  return { ok: true, taken: { format: list.format, added: list.entries.length - repeated, repeated, rejected: list.rejected } };
}

const KNOWN_COLUMNS = ['review_id', 'number', 'source', 'raw', 'line', 'item', 'matches', '"first"', 'ruled', 'removed', 'person', 'at'];

/** Merge keys of works of lists, by review and number: what was brought under a number never changes. */
const held = recent<MergeKeys>('known-keys', 20_000);

async function keysOf(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<MergeKeys[]> {
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

const lock = (tx: EntityManager, reviewId: string) => tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`known:${reviewId}`]);

/** Looks for all of the list among the records, and for those that it holds twice. */
async function lookFor(tx: EntityManager, reviewId: string): Promise<void> {
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
async function matchesOf(tx: EntityManager, reviewId: string, keys: readonly MergeKeys[]): Promise<StoredMatch[][]> {
  if (keys.length === 0) return [];
  const records = await mayBeOneOf(tx, reviewId, keys);
  const found = matchKnown(
    records.map((r) => r.keys),
    keys,
  );
  return found.map((matches) => matches.slice(0, 10).map((m) => ({ ...m, record: records[m.record]!.no })));
}

async function lookedNow(tx: EntityManager, reviewId: string): Promise<void> {
  const merges = await mergesOf(tx, reviewId);
  if (merges !== null) await tx.upsert(KnownState, { reviewId, merges });
}

/** Records are what they were when the list was looked for, and so are the rules. */
async function isUpToDate(em: EntityManager, reviewId: string): Promise<boolean> {
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

export const RuleKnown = z.strictObject({
  /** Each with the record that it is, 0 when it is none of those that were found, null to ask again. */
  rulings: z
    .array(z.strictObject({ number: z.int().positive(), record: z.int().min(0).nullable() }))
    .min(1)
    .max(5000),
});

/** Says which record a known work is. */
export async function ruleKnown(ctx: Context, reviewId: string, { rulings }: z.infer<typeof RuleKnown>): Promise<Result<object>> {
  return ctx.em.transactional(async (tx) => {
    await lock(tx, reviewId);
    const known = new Map(
      (await tx.find(KnownRecord, { reviewId, number: { $in: rulings.map((r) => r.number) } })).map((k) => [k.number, k]),
    );
    for (const { number, record } of rulings) {
      const one = known.get(number);
      if (!one || one.removed) return refuse('no-known', 'One of these is not in the list any more. Reload the page.');
      if (record && !one.matches.some((m) => m.record === record))
        return refuse('no-match', 'This record is not one of those that were found for it.');
      one.ruled = record;
    }
    await tx.flush();
    return { ok: true };
  });
}

export const RemoveKnown = z.strictObject({ numbers: z.array(z.int().positive()).min(1).max(20_000), removed: z.boolean() });

/** Takes works off the list, or puts them back; their lines are kept. */
export async function removeKnown(ctx: Context, reviewId: string, input: z.infer<typeof RemoveKnown>): Promise<Result<object>> {
  await ctx.em.transactional(async (tx) => {
    await lock(tx, reviewId);
    await tx.nativeUpdate(KnownRecord, { reviewId, number: { $in: input.numbers } }, { removed: input.removed });
    await lookFor(tx, reviewId);
  });
  return { ok: true };
}
