import { queueMerge } from '@/platform/queue/queue';
import { NOTHING, reviewCommand } from '@/platform/verbs/declare';

/** Queues the merge of a review's records, as after one that was broken off or failed. */
export const mergeAgain = reviewCommand({
  name: 'merge-again',
  right: 'edit',
  input: NOTHING,
  refuses: [],
  stale: ['merging'],
  async run(ctx) {
    const { reviewId } = ctx;
    await queueMerge(ctx.em, reviewId);
    return {};
  },
});
