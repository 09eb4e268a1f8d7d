import { z } from 'zod';
import { quotaSchema } from '@/core/flow';
import type { Context } from '@/platform/context';
import { Criterion } from '@/platform/db/schema';

/** A criterion as it is shown and saved. */
export const CriterionInput = z.strictObject({
  id: z.uuid(),
  text: z.string().trim().min(1, 'Say what is asked of a source.').max(300),
  definition: z.string().max(2000),
  judgedBy: z.enum(['limiter', 'reader']),
  reasonCode: z
    .string()
    .trim()
    .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'A reason code is made of small letters, digits and hyphens.'),
  quota: quotaSchema.nullable(),
});
export type CriterionInput = z.infer<typeof CriterionInput>;

/** The review's criteria in force, in order. */
export async function criteriaOf(ctx: Pick<Context, 'em'>, reviewId: string): Promise<CriterionInput[]> {
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
