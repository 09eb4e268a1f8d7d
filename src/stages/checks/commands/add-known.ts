import { z } from 'zod';
import { firstOfEach, readKnownList } from '@/core/checks';
import { mergeKeys } from '@/core/merge';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { copyRows } from '@/platform/db/copy';
import { held, isUpToDate, KNOWN_COLUMNS, keysOf, lock, lookedNow, lookFor, matchesOf } from '../store/known';

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
