import { z } from 'zod';
import { DEFAULT_TEMPLATES, type Templates, unknownSlots } from '@/core/grounds';
import { noteEdits } from '@/platform/db/note-edits';
import { Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { editOf, isSettled, settleEdit } from '@/platform/verbs/edits';
import { refuse } from '@/platform/verbs/refusals';

const template = z.string().trim().min(1, 'A template cannot be empty.').max(2000);

/** Null goes back to those that a review starts with. */
export const SaveTemplates = editOf(z.strictObject({ keep: template, exclude: template, stopped: template, rescued: template }).nullable());

/** Saves how grounds are drafted in this review. Grounds that are stored stay as they are. */
export const saveTemplates = reviewCommand({
  name: 'save-templates',
  right: 'edit',
  input: SaveTemplates,
  lock: 'edit',
  refuses: ['unknown-slot', 'changed-meanwhile'],
  stale: ['decisions', 'each-work'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const settled = settleEdit<Templates>(review.templates ?? DEFAULT_TEMPLATES, { ...input, value: input.value ?? DEFAULT_TEMPLATES });
    if (!isSettled(settled)) return settled;
    const templates = settled.value;
    for (const [kind, text] of Object.entries(templates)) {
      const unknown = unknownSlots(text);
      if (unknown.length)
        return refuse('unknown-slot', `In the template for "${kind}" stands {${unknown[0]}}, which is none of the slots.`);
    }
    const names = Object.fromEntries(Object.keys(templates).map((kind) => [kind, `template of grounds for ${kind}`]));
    await noteEdits(ctx, review, 'templates', names, review.templates ?? DEFAULT_TEMPLATES, templates);
    await ctx.em.nativeUpdate(Review, { id: reviewId }, { templates: input.value && templates });
    return { value: templates, merged: settled.merged };
  },
});
