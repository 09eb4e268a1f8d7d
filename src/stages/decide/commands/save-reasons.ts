import { z } from 'zod';
import { NOT_RETRIEVED } from '@/core/flow';
import { Reason } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { editOf, isSettled, settleEdit } from '@/platform/verbs/edits';
import { refuse } from '@/platform/verbs/refusals';
import { changesOf } from '@/stages/question';

const ReasonInput = z.strictObject({
  code: z
    .string()
    .trim()
    .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'A reason code is made of small letters, digits and hyphens.'),
  text: z.string().trim().min(1, 'Say what is not met.').max(300),
  definition: z.string().max(2000),
});

export const ReasonsInput = z.array(ReasonInput).max(60);

/** Saves the list in its order: new ones are added, changed ones renamed, those left out put away. Every change is kept. */
export const saveReasons = reviewCommand({
  name: 'save-reasons',
  right: 'edit',
  input: editOf(ReasonsInput),
  lock: 'edit',
  refuses: ['code-twice', 'code-taken', 'code-merged', 'changed-meanwhile'],
  stale: ['reasons'],
  async run(ctx, given) {
    const { review, reviewId } = ctx;
    const rows = await ctx.em.find(Reason, { reviewId }, { orderBy: { position: 'asc' } });
    const standing = rows.filter((r) => !r.archived && !r.mergedInto).map(({ code, text, definition }) => ({ code, text, definition }));
    const settled = settleEdit(standing, given);
    if (!isSettled(settled)) return settled;
    const input = settled.value;
    const codes = input.map((r) => r.code);
    const twice = codes.find((code, i) => codes.indexOf(code) !== i);
    if (twice) return refuse('code-twice', `The code "${twice}" stands twice. Each reason needs its own.`);
    if (codes.includes(NOT_RETRIEVED))
      return refuse('code-taken', `"${NOT_RETRIEVED}" is what a full text that was not had is counted under.`);
    const changes = await changesOf(ctx.em, ctx, review);
    const merged = input.find((r) => rows.some((row) => row.code === r.code && row.mergedInto));
    if (merged)
      return refuse('code-merged', `"${merged.code}" was made part of another reason. Take that back first, or choose another code.`);
    const own = rows.filter((r) => !r.mergedInto && r.code !== NOT_RETRIEVED);
    for (const row of own)
      if (!codes.includes(row.code) && !row.archived) {
        row.archived = true;
        changes.add(row.code, 'archived', row.text, '');
      }
    input.forEach((reason, position) => {
      changes.upsert(rows, { ...reason, position }, 'own');
    });
    return { value: input, merged: settled.merged };
  },
});
