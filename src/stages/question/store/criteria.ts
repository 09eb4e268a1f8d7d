import { z } from 'zod';
import { quotaSchema } from '@/core/sieve';
import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { Criterion } from '@/platform/db/schema';

/**
 * A criterion as it is shown and saved. While it has no text it asks nothing yet, and stands nowhere but on its own page.
 * One that is met by a number of sources says nothing of a single one: it is never a reason for excluding.
 */
export const CriterionInput = z.strictObject({
  id: z.uuid(),
  text: z.string().trim().max(300),
  definition: z.string().max(2000),
  judgedBy: z.enum(['limiter', 'reader', 'number']),
  reasonCode: z
    .string()
    .trim()
    .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'A reason code is made of small letters, digits and hyphens.'),
  quota: quotaSchema.nullable(),
});
export type CriterionInput = z.infer<typeof CriterionInput>;

/** The criteria that a single source can be held against. */
export const asksOfEach = <C extends Pick<CriterionInput, 'text' | 'judgedBy'>>(criteria: readonly C[]): C[] =>
  criteria.filter((c) => c.text.trim() !== '' && c.judgedBy !== 'number');

/** The review's criteria in force, in order. */
export const criteriaOf = (ctx: Context, reviewId: string): Promise<CriterionInput[]> =>
  partOf(ctx, reviewId, 'criteria', ['criterion'], () => storedCriteria(ctx, reviewId));

async function storedCriteria(ctx: Context, reviewId: string): Promise<CriterionInput[]> {
  const rows = await ctx.em.find(Criterion, { reviewId, archived: false }, { orderBy: { position: 'asc' } });
  return rows.map(({ id, text, definition, judgedBy, reasonCode, quota }) => ({
    id,
    text,
    definition,
    judgedBy,
    reasonCode,
    quota: quota ?? null,
  }));
}
