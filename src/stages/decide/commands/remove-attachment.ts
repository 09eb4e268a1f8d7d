import { z } from 'zod';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Attachment } from '@/platform/db/schema';

export const RemoveAttachment = z.strictObject({ id: z.uuid(), removed: z.boolean() });

/** Takes a PDF away from its work, or brings it back: the file stays where it is. */
export async function removeAttachment(
  ctx: Context,
  reviewId: string,
  { id, removed }: z.infer<typeof RemoveAttachment>,
): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const changed = await ctx.em.nativeUpdate(Attachment, { reviewId, id }, { removed });
  return changed ? { ok: true } : refuse('no-pdf', 'There is no such PDF.');
}
