import { z } from 'zod';
import type { Context, Result } from '@/platform/context';
import { KnownRecord } from '@/platform/db/schema';
import { lock, lookFor } from '../store/known';

export const RemoveKnown = z.strictObject({ numbers: z.array(z.int().positive()).min(1).max(20_000), removed: z.boolean() });

/** Takes works off the list, or puts them back; their lines are kept. */
export async function removeKnown(ctx: Context, reviewId: string, input: z.infer<typeof RemoveKnown>): Promise<Result<object>> {
  await ctx.em.transactional(async (tx) => {
    await lock(tx, reviewId);
    await tx.nativeUpdate(KnownRecord, { reviewId, number: { $in: input.numbers } }, { removed: input.removed });
    await lookFor(tx, reviewId);
  });
  return { ok: true };
}
