import { z } from 'zod';
import { quotaSchema } from '@/core/flow';
import { Criterion, Decision } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
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
export const saveCriteria = reviewCommand({
  name: 'save-criteria',
  right: 'edit',
  input: CriteriaInput,
  refuses: ['code-twice', 'code-in-use'],
  stale: ['question', 'reasons'],
  async run(ctx, criteria) {
    const { review, reviewId } = ctx;
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
    const rows = await ctx.em.find(Criterion, { reviewId });
    for (const row of rows) row.archived = !criteria.some((c) => c.id === row.id);
    criteria.forEach((input, position) => {
      const row = rows.find((c) => c.id === input.id);
      if (row) ctx.em.assign(row, { ...input, position, archived: false });
      else ctx.em.create(Criterion, { ...input, reviewId, position, archived: false });
    });
    await reasonsFromCriteria(ctx.em, ctx, review, before, criteria);
    return {};
  },
});
