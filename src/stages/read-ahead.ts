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
  for (const step of STEPS) {
    const own = { ...ctx, em: ctx.em.fork() as Context['em'] };
    const [busy] = await own.em.execute("select 1 from job where review_id = ? and state in ('queued', 'running') limit 1", [reviewId]);
    if (busy) return;
    try {
      await step(own, reviewId);
    } catch (error) {
      console.error('[ahead]', step.name, error);
    }
  }
}

const STEPS: ((ctx: Context, reviewId: string) => Promise<unknown>)[] = [
  (ctx, id) => overview(reading(ctx), id),
  (ctx, id) => classifyView(reading(ctx), id),
  (ctx, id) => mergeView(reading(ctx), id),
  (ctx, id) => joinsView(reading(ctx), id, { find: '', order: 'weakest', page: 1, seed: 0 }),
  (ctx, id) => retrieveView(reading(ctx), id),
  (ctx, id) => parityView(reading(ctx), id),
  (ctx, id) => flowFrame(reading(ctx), id),
  // The longest comes last.
  (ctx, id) => bringWordsForward(ctx.em, id),
];
