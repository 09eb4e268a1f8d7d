import type { Context } from '@/platform/context';
import { FullText } from '@/platform/db/schema';
import { titlesOf } from '@/stages/merge';
import { attachmentsOf } from '../store/attachments';
import { lineOf } from '../store/full-text';
import { reviewState } from '../store/review-state';
import { soughtNumbers } from '../store/sought-works';

/** The works whose full text is sought, with where each stands: the list of requests and of what is still to be had. */
export async function soughtView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const sought = await soughtNumbers(ctx, reviewId);
  const rows = new Map((await ctx.em.find(FullText, { reviewId })).map((r) => [r.workNo, r]));
  const attached = await attachmentsOf(ctx, reviewId);
  const titles = await titlesOf(ctx, reviewId, sought);
  return sought
    .map((no) => {
      const { verdict, reasonCode = '' } = state.staged.get(no)?.fullText ?? {};
      return {
        ...{ no, title: titles.get(no) ?? '', ...lineOf(rows.get(no)) },
        pdfs: attached.filter((a) => a.workNo === no).length,
        ...{ verdict: verdict === 'undo' ? null : (verdict ?? null), reasonCode },
      };
    })
    .sort((a, b) => a.no - b.no);
}

export type SoughtLine = Awaited<ReturnType<typeof soughtView>>[number];
