import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { nextSeq } from '@/platform/db/next-seq';
import { StrategyReading } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';

/** Writes down that somebody else read the search strategy, and what was changed for it. */
export const noteReading = reviewCommand({
  name: 'note-reading',
  right: 'edit',
  input: z.strictObject({
    sheetNumber: z.int().min(0),
    reader: z.string().trim().min(1, 'Who read it?').max(200),
    readOn: z.iso.date('On which day?'),
    changed: z.string().trim().max(4000),
  }),
  lock: 'search',
  refuses: [],
  stale: ['search'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const seq = await nextSeq(ctx.em as EntityManager, 'strategy_reading', reviewId);
    await ctx.em.insert(StrategyReading, { reviewId, seq, ...input, ...bylineOf(ctx, review), at: ctx.now() });
    return { seq };
  },
});
