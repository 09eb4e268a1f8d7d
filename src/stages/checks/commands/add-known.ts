import { z } from 'zod';
import { firstOfEach, readKnownList } from '@/core/checks';
import { mergeKeys } from '@/core/merge';
import { copyRows } from '@/platform/db/copy';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { held, isUpToDate, KNOWN_COLUMNS, keysOf, lookedNow, lookFor, matchesOf } from '../store/known';

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
export const addKnown = reviewCommand({
  name: 'add-known',
  right: 'edit',
  input: AddKnown,
  lock: 'known',
  refuses: ['unreadable', 'nothing-taken'],
  stale: ['checks'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
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
    if (!(await isUpToDate(ctx.em, reviewId))) await lookFor(ctx.em, reviewId);
    const before = await ctx.em.execute<{ number: number; first: number; removed: boolean }[]>(
      'select number, first, removed from known_record where review_id = ? order by number',
      [reviewId],
    );
    const standing = before.filter((k) => !k.removed);
    const last = before.at(-1)?.number ?? 0;
    const matches = await matchesOf(ctx.em, reviewId, keys);
    const standingKeys = await keysOf(
      ctx.em,
      reviewId,
      standing.map((k) => k.number),
    );
    const places = firstOfEach([...standingKeys, ...keys], standing.length).slice(standing.length);
    const first = places.map((place) => standing[place]?.first ?? last + 1 + place - standing.length);
    const at = ctx.now().toISOString();
    const by = bylineOf(ctx, review);
    await copyRows(ctx.em, 'known_record', KNOWN_COLUMNS, [
      list.entries.map((e, i) => [
        ...[reviewId, last + i + 1, input.source, e.raw, e.line, e.record, matches[i]!, first[i]!],
        ...[null, false, by.person, by.personId, at],
      ]),
    ]);
    await lookedNow(ctx.em, reviewId);
    keys.forEach((k, i) => {
      held.set(`${reviewId}/${last + i + 1}`, k);
    });
    const repeated = first.filter((number, i) => number !== last + i + 1).length;
    return { taken: { format: list.format, added: list.entries.length - repeated, repeated, rejected: list.rejected } };
  },
});
