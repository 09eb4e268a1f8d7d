import { z } from 'zod';
import { reviewQuery } from '@/platform/verbs/declare';
import type { OpenReview } from '@/platform/verbs/open-review';
import { latestAt } from '../store/decisions';
import { twoJudge } from '../store/judgements';

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

/** The number of what one said last of each work, where two judge. */
async function ownSeqs({ em, reviewId, review, person }: OpenReview, works: readonly number[]): Promise<Map<number, number>> {
  if (!twoJudge(review) || !person.id) return new Map();
  const rows = await em.execute<{ work_no: number; seq: number }[]>(
    'select work_no, max(seq) as seq from judgement where review_id = ? and person_id = ? and work_no = any(?::int[]) group by work_no',
    [reviewId, person.id, `{${works.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.work_no, r.seq]));
}
