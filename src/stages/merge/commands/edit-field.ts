import { z } from 'zod';
import { type FieldEdit, MERGED_FIELDS } from '@/core/merge';
import { normaliseDoi, readDate } from '@/core/record';
import { nextSeq } from '@/platform/db/next-seq';
import { Work, WorkEdit } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const EditField = z.strictObject({
  workNo: z.int().positive(),
  field: z.enum(MERGED_FIELDS),
  /** Null takes a value back: the records' own holds again. */
  value: z.string().max(20_000).nullable(),
});

/** Sets a field of a work, or takes that back. How records are joined does not change. */
export const editField = reviewCommand({
  name: 'edit-field',
  right: 'edit',
  input: EditField,
  refuses: ['no-work', 'not-a-value'],
  stale: ['merging'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const work = await ctx.em.findOne(Work, { reviewId, no: input.workNo, absorbedBy: null });
    if (!work) return refuse('no-work', 'This work is not in the review any more: it may have been joined with another. Reload the page.');
    const value = input.value?.trim() ?? null;
    const wrong = value ? faultOf(input.field, value) : null;
    if (wrong) return refuse('not-a-value', wrong);
    const seq = await nextSeq(ctx.em, 'work_edit', reviewId);
    ctx.em.create(WorkEdit, { reviewId, seq, workNo: input.workNo, field: input.field, value, ...bylineOf(ctx, review), at: ctx.now() });
    await ctx.em.flush();
    await queueMerge(ctx.em, reviewId);
    return {};
  },
});

function faultOf(field: FieldEdit['field'], value: string): string | null {
  if (field === 'doi') return normaliseDoi(value) === value.toLowerCase() ? null : 'Write the DOI alone, as in 10.5555/abc.';
  if (field === 'pmid') return /^[1-9]\d{0,8}$/.test(value) ? null : 'A PMID is a number of up to nine digits.';
  if (field === 'issued' || field === 'online') return readDate(value) ? null : 'Write the date as year, year-month or year-month-day.';
  return null;
}
