import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { PLACES, WORK_STATES } from '@/core/flow';
import { placeIn, reviewState } from '@/stages/decide/store/review-state';
import { currentReasons } from '@/stages/question/store/reasons';
import { overview } from '@/stages/review/queries/overview';
import { WriteUp } from '@/stages/write-up/screens/WriteUp';

export const metadata: Metadata = { title: 'Write up' };

export default reviewPage('read', async (ctx, { id }, search) => {
  const state = await reviewState(ctx, id);
  const current = await currentReasons(ctx.em, id);
  const reasons = new Map<string, { code: string; text: string; n: number }>();
  state.columns.numbers.forEach((no, i) => {
    const decision = state.decisions.get(no);
    if (state.states[i] !== 'excluded' || !decision) return;
    // What became part of another reason counts there.
    const { code, text } = current(decision.reasonCode);
    reasons.set(code, { code, text, n: (reasons.get(code)?.n ?? 0) + 1 });
  });
  const asked = search;
  const shown = WORK_STATES.find((w) => w === asked.state) ?? null;
  const reason = (shown === 'excluded' && reasons.get(String(asked.reason ?? ''))) || null;
  const place = shown === 'kept' ? (PLACES.find((p) => p === asked.place) ?? null) : null;
  const listed = (no: number, i: number) =>
    state.states[i] === shown &&
    (!place || placeIn(state, i) === place) &&
    (!reason || current(state.decisions.get(no)?.reasonCode ?? '').code === reason.code);
  return (
    <Suspense>
      <WriteUp
        reviewId={id}
        overview={await overview(ctx, id, state)}
        reasons={[...reasons.values()].sort((a, b) => b.n - a.n)}
        shown={shown}
        place={place}
        twoStages={state.review.twoStages}
        reason={reason}
        numbers={Array.from(state.columns.numbers).filter(listed)}
      />
    </Suspense>
  );
});
