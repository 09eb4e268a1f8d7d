import { z } from 'zod';
import { noteChange } from '@/platform/db/note-change';
import { noteEdits } from '@/platform/db/note-edits';
import { Criterion, Decision } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { editOf, isSettled, settleEdit } from '@/platform/verbs/edits';
import type { OpenReview } from '@/platform/verbs/open-review';
import { refuse } from '@/platform/verbs/refusals';
import { asksOfEach, CriterionInput, criteriaOf } from '../store/criteria';
import { reasonsFromCriteria } from '../store/reasons';

export const CriteriaInput = z.array(CriterionInput).max(40);

/**
 * Saves the ordered criteria; each is also a reason for excluding. One that was left out is archived, never
 * deleted: decisions name it.
 */
export const saveCriteria = reviewCommand({
  name: 'save-criteria',
  right: 'edit',
  input: editOf(CriteriaInput),
  lock: 'edit',
  refuses: ['code-twice', 'code-in-use', 'changed-meanwhile'],
  stale: ['question', 'reasons'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const settled = settleEdit(await criteriaOf(ctx, reviewId), input);
    if (!isSettled(settled)) return settled;
    const criteria = settled.value;
    const codes = criteria.map((c) => c.reasonCode);
    const twice = codes.find((code, i) => codes.indexOf(code) !== i);
    if (twice) return refuse('code-twice', `The reason code "${twice}" stands twice. Each criterion needs its own.`);
    const used = await ctx.em.find(Decision, { reviewId, verdict: 'exclude' }, { fields: ['reasonCode'] });
    const existing = await ctx.em.find(Criterion, { reviewId }, { orderBy: { position: 'asc' } });
    const before = asksOfEach(existing.filter((c) => !c.archived)).map(({ text, reasonCode }) => ({ text, reasonCode }));
    for (const row of existing) {
      const now = criteria.find((c) => c.id === row.id);
      if (now && now.reasonCode !== row.reasonCode && used.some((d) => d.reasonCode === row.reasonCode)) {
        return refuse('code-in-use', `"${row.reasonCode}" stands in decisions already, so it cannot be renamed here.`);
      }
    }
    await noteCriteria(ctx, await criteriaOf(ctx, reviewId), criteria);
    const rows = await ctx.em.find(Criterion, { reviewId });
    for (const row of rows) row.archived = !criteria.some((c) => c.id === row.id);
    criteria.forEach((input, position) => {
      const row = rows.find((c) => c.id === input.id);
      if (row) ctx.em.assign(row, { ...input, position, archived: false });
      else ctx.em.create(Criterion, { ...input, reviewId, position, archived: false });
    });
    await reasonsFromCriteria(ctx.em, ctx, review, before, asksOfEach(criteria));
    return { value: criteria, merged: settled.merged };
  },
});

const CRITERION_PARTS = {
  text: 'text',
  definition: 'definition',
  judgedBy: 'who judges it',
  reasonCode: 'reason code',
  quota: 'minimum number',
};

/** Each version of a criterion stands in the ledger: what it said, and what it says since. */
async function noteCriteria(ctx: OpenReview, before: readonly CriterionInput[], after: readonly CriterionInput[]): Promise<void> {
  const { review } = ctx;
  for (const was of before)
    if (!after.some((c) => c.id === was.id))
      await noteChange(ctx, review, { kind: 'criterion', did: 'removed', subject: `criterion “${was.text}”` });
  for (const is of after) {
    const was = before.find((c) => c.id === is.id);
    if (!was) await noteChange(ctx, review, { kind: 'criterion', did: 'added', subject: `criterion “${is.text}”`, why: is.definition });
    else {
      const names = Object.fromEntries(Object.entries(CRITERION_PARTS).map(([part, name]) => [part, `criterion “${was.text}”, ${name}`]));
      await noteEdits(ctx, review, 'criterion', names, was, is);
    }
  }
}
