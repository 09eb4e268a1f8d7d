import { SetAside } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';
import { NOTHING, reviewCommand } from '@/platform/verbs/declare';

/** Tries the records that were set aside again, with all others. */
export const tryAsideAgain = reviewCommand({
  name: 'try-aside-again',
  right: 'edit',
  input: NOTHING,
  refuses: [],
  stale: ['merging'],
  async run(ctx) {
    const { reviewId } = ctx;
    await ctx.em.nativeUpdate(SetAside, { reviewId }, { rules: '' });
    await queueMerge(ctx.em, reviewId);
    return {};
  },
});
