import { z } from 'zod';
import { STAGES } from '@/core/flow';
import { nextSeq } from '@/platform/db/next-seq';
import { DifferenceNote, JudgementRow } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { isSpoken } from '../store/judgements';

/** Says something to the other reader of a work that both have judged. It stays beside what they said. */
export const noteDifference = reviewCommand({
  name: 'note-difference',
  right: 'decide',
  input: z.strictObject({
    workNo: z.int().positive(),
    stage: z.enum(STAGES),
    text: z.string().trim().min(1, 'Write something.').max(4000),
  }),
  refuses: ['not-judged'],
  stale: ['decisions'],
  async run(ctx, { workNo, stage, text }) {
    const { em, reviewId, review } = ctx;
    const rows = await em.find(JudgementRow, { reviewId, workNo, stage }, { orderBy: { seq: 'asc' } });
    const latest = new Map(rows.map((r) => [r.personId, r]));
    if ([...latest.values()].filter(isSpoken).length < 2)
      return refuse('not-judged', 'What is said of a work is said when two have judged it.');
    const seq = await nextSeq(em, 'difference_note', reviewId);
    em.create(DifferenceNote, { reviewId, seq, workNo, stage, text, ...bylineOf(ctx, review), at: ctx.now() });
    return {};
  },
});
