import { z } from 'zod';
import { reviewQuery } from '@/platform/verbs/declare';
import { latestAt } from '../store/decisions';
import { ownSeqs } from '../store/judgements';

export const SeenDecisions = z.strictObject({ works: z.array(z.int().positive()).max(2000) });

/** The last decision on each of these works, by its number: what a person sees before deciding them together. */
export const seenDecisions = reviewQuery({
  name: 'seen-decisions',
  right: 'read',
  input: SeenDecisions,
  refuses: [],
  rests: ['decisions'],
  async run(ctx, { works }) {
    const { reviewId } = ctx;
    const latest = await latestAt(ctx.em, reviewId, works);
    const own = await ownSeqs(ctx, works);
    const seen = (no: number) => Math.max(latest.get(no)?.seq ?? 0, own.get(no) ?? 0);
    return { seen: works.map((no): [workNo: number, seenSeq: number] => [no, seen(no)]) };
  },
});
