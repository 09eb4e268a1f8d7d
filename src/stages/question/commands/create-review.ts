import { randomUUID } from 'node:crypto';
import { STARTING_SIEVE } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { Review } from '@/platform/db/schema';
import type { ReviewSettings } from './save-settings';

export async function createReview(ctx: Context, settings: ReviewSettings): Promise<{ id: string }> {
  const id = randomUUID();
  ctx.em.create(Review, {
    ...{ ...settings, id, revision: 0, sieve: [...STARTING_SIEVE], sieveEdit: 0, createdAt: ctx.now() },
    ...{ twoStages: true, templates: null, writeUp: null, archivedAt: null, origin: null },
  });
  await ctx.em.flush();
  return { id };
}
