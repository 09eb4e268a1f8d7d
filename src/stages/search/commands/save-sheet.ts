import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { sheet } from '@/core/search/blocks';
import { SearchSheet } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { editOf, isSettled, settleEdit } from '@/platform/verbs/edits';
import { refuse } from '@/platform/verbs/refusals';
import { sheetNow } from '../store/desk';

/** Saves the sheet that is being worked on; what somebody else changed meanwhile is put together with it, or both are shown. */
export const saveSheet = reviewCommand({
  name: 'save-sheet',
  right: 'edit',
  input: editOf(sheet),
  lock: 'search',
  refuses: ['changed-meanwhile'],
  stale: ['search'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const now = await sheetNow(em, reviewId);
    const settled = settleEdit(now.sheet, input);
    if (!isSettled(settled)) return settled;
    const { value, merged } = settled;
    await em.upsert(SearchSheet, {
      reviewId,
      number: 0,
      sheet: value,
      note: '',
      edit: now.edit + 1,
      ...bylineOf(ctx, review),
      at: ctx.now(),
    });
    return { value, merged };
  },
});

/** Keeps the sheet as it is now as a version, with a note on what changed. */
export const keepSheet = reviewCommand({
  name: 'keep-sheet',
  right: 'edit',
  input: z.strictObject({ note: z.string().trim().max(2000) }),
  lock: 'search',
  refuses: ['nothing-taken', 'there-already'],
  stale: ['search'],
  async run(ctx, { note }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const { sheet: current } = await sheetNow(em, reviewId);
    if (current.blocks.length === 0) return refuse('nothing-taken', 'There is nothing on the sheet yet.');
    const last = await em.findOne(SearchSheet, { reviewId }, { orderBy: { number: 'desc' } });
    if (last && last.number > 0 && JSON.stringify(last.sheet) === JSON.stringify(current))
      return refuse('there-already', `The sheet is as version ${last.number} has it.`);
    const number = (last?.number ?? 0) + 1;
    await em.insert(SearchSheet, { reviewId, number, sheet: current, note, edit: 0, ...bylineOf(ctx, review), at: ctx.now() });
    return { number };
  },
});
