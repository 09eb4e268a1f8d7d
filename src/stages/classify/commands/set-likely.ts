import { z } from 'zod';
import { noteEdits } from '@/platform/db/note-edits';
import { Review } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';

/** Shares that can be asked for: with fewer proofs than a hundred, more than 99 % would exclude nothing. */
export const LIKELY_SHARES = [0.95, 0.99] as const;

export const SetLikely = z.strictObject({ share: z.union(LIKELY_SHARES.map((s) => z.literal(s))) });

/** Sets in which share of works a likely set is to hold the true value, and takes up all rulings as proof. All works are classified again. */
export const setLikely = reviewCommand({
  name: 'set-likely',
  right: 'edit',
  input: SetLikely,
  refuses: [],
  stale: ['classification', 'sieve'],
  async run(ctx, { share }) {
    const review = await ctx.em.findOneOrFail(Review, { id: ctx.reviewId });
    await noteEdits(ctx, review, 'tolerance', { likelyShare: 'share of works in which a likely set holds the true value' }, review, {
      likelyShare: share,
    });
    review.likelyShare = share;
    await ctx.em.flush();
    await queueReclassify(ctx.em, ctx.reviewId);
    return {};
  },
});
