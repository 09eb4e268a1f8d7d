import { z } from 'zod';
import { CITE_STYLE_CODES, DEFAULT_FILE_NAMES, unknownFileSlots } from '@/core/cite';
import { FLOW_BOXES, type FlowBox } from '@/core/flow';
import { DEFAULT_TEMPLATES, type Templates, unknownSlots } from '@/core/grounds';
import { Review, type WriteUpSettings } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';

const template = z.string().trim().min(1, 'A template cannot be empty.').max(2000);
export const SaveTemplates = z.strictObject({
  /** Null goes back to those that a review starts with. */
  templates: z.strictObject({ keep: template, exclude: template, stopped: template, rescued: template }).nullable(),
});

export const templatesOf = (review: Pick<Review, 'templates'>): Templates => review.templates ?? DEFAULT_TEMPLATES;

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

export const SaveStages = z.strictObject({ twoStages: z.boolean() });

/** Whether kept works are judged again by their full text. What was decided at the second stage is kept either way. */
export async function saveStages(ctx: Context, reviewId: string, { twoStages }: z.infer<typeof SaveStages>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.nativeUpdate(Review, { id: reviewId }, { twoStages });
  return { ok: true };
}

const boxes = Object.keys(FLOW_BOXES) as [FlowBox, ...FlowBox[]];
export const SaveWriteUp = z.strictObject({
  flowWords: z.partialRecord(z.enum(boxes), z.string().trim().max(120)).optional(),
  style: z.enum(CITE_STYLE_CODES).optional(),
  fileNames: z.string().trim().min(1, 'Give a pattern.').max(200).optional(),
});

export const writeUpOf = (review: Pick<Review, 'writeUp'>): WriteUpSettings => ({
  flowWords: review.writeUp?.flowWords ?? {},
  style: review.writeUp?.style ?? 'apa',
  fileNames: review.writeUp?.fileNames ?? DEFAULT_FILE_NAMES,
});

export async function saveWriteUp(ctx: Context, reviewId: string, input: z.infer<typeof SaveWriteUp>): Promise<Result<object>> {
  const unknown = unknownFileSlots(input.fileNames ?? '');
  if (unknown.length) return refuse('unknown-slot', `{${unknown[0]}} is none of the things that a file name can take in.`);
  return ctx.em.transactional(async (tx) => {
    const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    review.writeUp = { ...writeUpOf(review), ...input };
    await tx.flush();
    return { ok: true };
  });
}
