import { z } from 'zod';
import { type Context, openReview, type Result } from '@/platform/context';
import { latestAt } from '../store/decisions';

export const SeenDecisions = z.strictObject({ works: z.array(z.int().positive()).max(2000) });

/** The last decision on each of these works, by its number: what a person sees before deciding them together. */
export async function seenDecisions(
  ctx: Context,
  reviewId: string,
  { works }: z.infer<typeof SeenDecisions>,
): Promise<Result<{ seen: [workNo: number, seenSeq: number][] }>> {
  await openReview(ctx, reviewId);
  const latest = await latestAt(ctx.em, reviewId, works);
  return { ok: true, seen: works.map((no) => [no, latest.get(no)?.seq ?? 0]) };
}
