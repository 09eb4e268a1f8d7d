import { z } from 'zod';
import { quotaSchema } from '@/core/flow';
import { Criterion, Decision } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';

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

export const CriteriaInput = z.array(CriterionInput).max(40);

/**
 * Saves the ordered criteria, which are also the reasons for excluding. One that was left out is archived, never
 * deleted: decisions name it.
 */
export async function saveCriteria(ctx: Context, reviewId: string, criteria: readonly CriterionInput[]): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  const codes = criteria.map((c) => c.reasonCode);
  const twice = codes.find((code, i) => codes.indexOf(code) !== i);
  if (twice) return refuse('code-twice', `The reason code "${twice}" stands twice. Each criterion needs its own.`);
  const used = await ctx.em.find(Decision, { reviewId, verdict: 'exclude' }, { fields: ['reasonCode'] });
  const existing = await ctx.em.find(Criterion, { reviewId });
  for (const row of existing) {
    const now = criteria.find((c) => c.id === row.id);
    if (now && now.reasonCode !== row.reasonCode && used.some((d) => d.reasonCode === row.reasonCode)) {
      return refuse('code-in-use', `"${row.reasonCode}" stands in decisions already, so it cannot be renamed here.`);
    }
    row.archived = !now;
  }
  criteria.forEach((input, position) => {
    const row = existing.find((c) => c.id === input.id);
    if (row) ctx.em.assign(row, { ...input, position, archived: false });
    else ctx.em.create(Criterion, { ...input, reviewId, position, archived: false });
  });
  await ctx.em.flush();
  return { ok: true };
}

/** The review's criteria in force, in order; their places are the visible numbers of the reasons. */
export const criteriaOf = (ctx: Context, reviewId: string) =>
  ctx.em.find(Criterion, { reviewId, archived: false }, { orderBy: { position: 'asc' } });
