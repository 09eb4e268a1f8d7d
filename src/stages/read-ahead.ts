import { reading } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { bringWordsForward, classifyView } from '@/stages/classify';
import { joinsView, mergeView } from '@/stages/merge';
import { retrieveView } from '@/stages/retrieve';
import { overview } from '@/stages/review';
import { parityView } from '@/stages/sieve';
import { flowFrame } from '@/stages/write-up';

/**
 * Works out what pages show of all works of a review, and the index of their words, before anybody waits for it. What
 * fails here is worked out by who asks for it. Nothing is done while another job is about to change it all.
 */
export async function readAhead(ctx: Context, reviewId: string): Promise<void> {
  for (const [name, step] of Object.entries(STEPS))
    try {
      const own = { ...ctx, em: ctx.em.fork() as Context['em'] };
      const [busy] = await own.em.execute("select 1 from job where review_id = ? and state in ('queued', 'running') limit 1", [reviewId]);
      if (busy) return;
      await step(own, reviewId);
    } catch (error) {
      console.error('[ahead]', name, error);
    }
}

const STEPS: Record<string, (ctx: Context, reviewId: string) => Promise<unknown>> = {
  overview: (ctx, id) => overview(reading(ctx), id),
  classify: (ctx, id) => classifyView(reading(ctx), id),
  merge: (ctx, id) => mergeView(reading(ctx), id),
  joins: (ctx, id) => joinsView(reading(ctx), id, { find: '', order: 'weakest', page: 1, seed: 0 }),
  retrieve: (ctx, id) => retrieveView(reading(ctx), id),
  parity: (ctx, id) => parityView(reading(ctx), id),
  flow: (ctx, id) => flowFrame(reading(ctx), id),
  // The longest comes last.
  words: (ctx, id) => bringWordsForward(ctx.em, id),
};
