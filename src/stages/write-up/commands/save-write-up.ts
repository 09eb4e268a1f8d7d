import { z } from 'zod';
import { CITE_STYLE_CODES, unknownFileSlots } from '@/core/cite';
import { FLOW_BOXES, type FlowBox } from '@/core/flow';
import { noteEdits } from '@/platform/db/note-edits';
import { Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { writeUpOf } from '@/stages/decide';

const boxes = Object.keys(FLOW_BOXES) as [FlowBox, ...FlowBox[]];

export const SaveWriteUp = z.strictObject({
  flowWords: z.partialRecord(z.enum(boxes), z.string().trim().max(120)).optional(),
  style: z.enum(CITE_STYLE_CODES).optional(),
  referencesOf: z.enum(['included', 'kept-so-far']).optional(),
  fileNames: z.string().trim().min(1, 'Give a pattern.').max(200).optional(),
});

export const saveWriteUp = reviewCommand({
  name: 'save-write-up',
  right: 'edit',
  input: SaveWriteUp,
  lock: 'edit',
  refuses: ['unknown-slot'],
  stale: ['write-up'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const unknown = unknownFileSlots(input.fileNames ?? '');
    if (unknown.length) return refuse('unknown-slot', `{${unknown[0]}} is none of the things that a file name can take in.`);
    const review = await ctx.em.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const after = { ...writeUpOf(review), ...input };
    await noteEdits(ctx, review, 'write-up', PARTS, writeUpOf(review), after);
    review.writeUp = after;
    return {};
  },
});

/** What the settings of the write-up are called in the ledger. */
const PARTS = {
  ...{ referencesOf: 'which sources the references are of', flowWords: 'words of the flow', style: 'style of references' },
  fileNames: 'names of PDFs',
};
