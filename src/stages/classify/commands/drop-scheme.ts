import { z } from 'zod';
import { type Context, type Result, refuse } from '@/platform/context';
import { Review, SchemeRow } from '@/platform/db/schema';

export const DropScheme = z.strictObject({ id: z.string().max(40) });

/** Removes a scheme of the review's own that it does not use. */
export async function dropScheme(ctx: Context, reviewId: string, { id }: z.infer<typeof DropScheme>): Promise<Result<object>> {
  const review = await ctx.em.findOneOrFail(Review, { id: reviewId });
  if (review.scheme === id) return refuse('in-use', 'The review uses this scheme: choose another under Question first.');
  const gone = await ctx.em.nativeDelete(SchemeRow, { reviewId, id });
  return gone ? { ok: true } : refuse('no-scheme', 'This scheme is not there any more.');
}
