import { z } from 'zod';
import { quotaSchema } from '@/core/flow';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { Criterion, Decision } from '@/platform/db/schema';
import { reasonsFromCriteria } from '../store/reasons';

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
 * Saves the ordered criteria; each is also a reason for excluding. One that was left out is archived, never
 * deleted: decisions name it.
 */
export async function saveCriteria(ctx: Context, reviewId: string, criteria: readonly CriterionInput[]): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  const codes = criteria.map((c) => c.reasonCode);
  const twice = codes.find((code, i) => codes.indexOf(code) !== i);
  if (twice) return refuse('code-twice', `The reason code "${twice}" stands twice. Each criterion needs its own.`);
  const used = await ctx.em.find(Decision, { reviewId, verdict: 'exclude' }, { fields: ['reasonCode'] });
  const existing = await ctx.em.find(Criterion, { reviewId }, { orderBy: { position: 'asc' } });
  const before = existing.filter((c) => !c.archived).map(({ text, reasonCode }) => ({ text, reasonCode }));
  for (const row of existing) {
    const now = criteria.find((c) => c.id === row.id);
    if (now && now.reasonCode !== row.reasonCode && used.some((d) => d.reasonCode === row.reasonCode)) {
      return refuse('code-in-use', `"${row.reasonCode}" stands in decisions already, so it cannot be renamed here.`);
    }
  }
  await ctx.em.transactional(async (tx) => {
    const rows = await tx.find(Criterion, { reviewId });
    for (const row of rows) row.archived = !criteria.some((c) => c.id === row.id);
    criteria.forEach((input, position) => {
      const row = rows.find((c) => c.id === input.id);
      if (row) tx.assign(row, { ...input, position, archived: false });
      else tx.create(Criterion, { ...input, reviewId, position, archived: false });
    });
    await reasonsFromCriteria(tx, ctx, review, before, criteria);
    await tx.flush();
  });
  return { ok: true };
}
