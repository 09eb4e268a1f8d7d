import { z } from 'zod';
import { CITE_STYLE_CODES, unknownFileSlots } from '@/core/cite';
import { FLOW_BOXES, type FlowBox } from '@/core/flow';
import { type Context, type Result, refuse } from '@/platform/context';
import { Review } from '@/platform/db/schema';
import { writeUpOf } from '@/stages/decide';

const boxes = Object.keys(FLOW_BOXES) as [FlowBox, ...FlowBox[]];

export const SaveWriteUp = z.strictObject({
  flowWords: z.partialRecord(z.enum(boxes), z.string().trim().max(120)).optional(),
  style: z.enum(CITE_STYLE_CODES).optional(),
  fileNames: z.string().trim().min(1, 'Give a pattern.').max(200).optional(),
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
