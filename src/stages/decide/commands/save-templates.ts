import { z } from 'zod';
import { unknownSlots } from '@/core/grounds';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Review } from '@/platform/db/schema';

const template = z.string().trim().min(1, 'A template cannot be empty.').max(2000);

export const SaveTemplates = z.strictObject({
  /** Null goes back to those that a review starts with. */
  templates: z.strictObject({ keep: template, exclude: template, stopped: template, rescued: template }).nullable(),
});

/** Saves how grounds are drafted in this review. Grounds that are stored stay as they are. */
export async function saveTemplates(ctx: Context, reviewId: string, { templates }: z.infer<typeof SaveTemplates>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  for (const [kind, text] of Object.entries(templates ?? {})) {
    const unknown = unknownSlots(text);
    if (unknown.length) return refuse('unknown-slot', `In the template for "${kind}" stands {${unknown[0]}}, which is none of the slots.`);
  }
  await ctx.em.nativeUpdate(Review, { id: reviewId }, { templates });
  return { ok: true };
}
