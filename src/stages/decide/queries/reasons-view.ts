import { type Context, openReview } from '@/platform/context';
import { Reason, ReasonChange } from '@/platform/db/schema';

/** The whole list with what was merged or put away, how often each is used, and what was done to it, newest first. */
export async function reasonsView(ctx: Context, reviewId: string) {
  await openReview(ctx, reviewId);
  const rows = await ctx.em.find(Reason, { reviewId }, { orderBy: { position: 'asc', code: 'asc' } });
  const changes = await ctx.em.find(ReasonChange, { reviewId }, { orderBy: { seq: 'desc' }, limit: 200 });
  const uses = await ctx.em.execute<{ reason_code: string; n: number }[]>(
    `select reason_code, count(*)::int as n from (select distinct on (work_no, stage) verdict, reason_code from decision
       where review_id = ? order by work_no, stage, seq desc) d where verdict = 'exclude' group by reason_code`,
    [reviewId],
  );
  const used = new Map(uses.map((u) => [u.reason_code, u.n]));
  return {
    reasons: rows.map(({ code, text, definition, origin, mergedInto, archived }) => ({
      ...{ code, text, definition, origin, mergedInto: mergedInto ?? null, archived },
      uses: used.get(code) ?? 0,
    })),
    changes: changes.map(({ seq, code, kind, before, after, person, at }) => ({
      seq,
      code,
      kind,
      before,
      after,
      person,
      at: at.toISOString(),
    })),
  };
}

export type ReasonsView = Awaited<ReturnType<typeof reasonsView>>;
