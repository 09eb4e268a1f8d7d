import { z } from 'zod';
import { type FieldEdit, MERGED_FIELDS } from '@/core/merge';
import { normaliseDoi, readDate } from '@/core/record';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { nextSeq } from '@/platform/db/next-seq';
import { Work, WorkEdit } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';

export const EditField = z.strictObject({
  workNo: z.int().positive(),
  field: z.enum(MERGED_FIELDS),
  /** Null takes a value back: the records' own holds again. */
  value: z.string().max(20_000).nullable(),
});

/** Sets a field of a work, or takes that back. How records are joined does not change. */
export async function editField(ctx: Context, reviewId: string, input: z.infer<typeof EditField>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  const work = await ctx.em.findOne(Work, { reviewId, no: input.workNo, absorbedBy: null });
  if (!work) return refuse('no-work', 'This work is not in the review any more: it may have been joined with another. Reload the page.');
  const value = input.value?.trim() ?? null;
  const wrong = value ? faultOf(input.field, value) : null;
  if (wrong) return refuse('not-a-value', wrong);
  await ctx.em.transactional(async (tx) => {
    const seq = await nextSeq(tx, 'work_edit', reviewId);
    tx.create(WorkEdit, { reviewId, seq, workNo: input.workNo, field: input.field, value, person: review.person, at: ctx.now() });
    await tx.flush();
    await queueMerge(tx, reviewId, ctx.now());
  });
  return { ok: true };
}

function faultOf(field: FieldEdit['field'], value: string): string | null {
  if (field === 'doi') return normaliseDoi(value) === value.toLowerCase() ? null : 'Write the DOI alone, as in 10.5555/abc.';
  if (field === 'pmid') return /^[1-9]\d{0,8}$/.test(value) ? null : 'A PMID is a number of up to nine digits.';
  if (field === 'issued' || field === 'online') return readDate(value) ? null : 'Write the date as year, year-month or year-month-day.';
  return null;
}
