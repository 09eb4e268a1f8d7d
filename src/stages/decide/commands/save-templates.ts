import { z } from 'zod';
import { unknownSlots } from '@/core/grounds';
import { Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

const template = z.string().trim().min(1, 'A template cannot be empty.').max(2000);

export const SaveTemplates = z.strictObject({
  /** Null goes back to those that a review starts with. */
  templates: z.strictObject({ keep: template, exclude: template, stopped: template, rescued: template }).nullable(),
});

/** Saves how grounds are drafted in this review. Grounds that are stored stay as they are. */
export const saveTemplates = reviewCommand({
  name: 'save-templates',
  right: 'edit',
  input: SaveTemplates,
  refuses: ['unknown-slot'],
  stale: ['decisions', 'each-work'],
  async run(ctx, { templates }) {
    const { reviewId } = ctx;
    for (const [kind, text] of Object.entries(templates ?? {})) {
      const unknown = unknownSlots(text);
      if (unknown.length)
        return refuse('unknown-slot', `In the template for "${kind}" stands {${unknown[0]}}, which is none of the slots.`);
    }
    await ctx.em.nativeUpdate(Review, { id: reviewId }, { templates });
    return {};
  },
});
