import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { WORK_STATES } from '@/core/flow';
import { currentContext } from '@/platform/http/current-context';
import { reviewState } from '@/stages/decide/store/review-state';
import { currentReasons } from '@/stages/question/store/reasons';
import { overview } from '@/stages/review/queries/overview';
import { WriteUp } from '@/stages/write-up/screens/WriteUp';

export const metadata: Metadata = { title: 'Write up' };

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ state?: string; reason?: string }>;
}

export default async function WriteUpPage({ params, searchParams }: Props) {
  const { id } = await params;
  const ctx = await currentContext();
  const state = await found(reviewState(ctx, id));
  const current = await currentReasons(ctx.em, id);
  const reasons = new Map<string, { code: string; text: string; n: number }>();
  state.columns.numbers.forEach((no, i) => {
    const decision = state.decisions.get(no);
    if (state.states[i] !== 'excluded' || !decision) return;
    // What became part of another reason counts there.
    const { code, text } = current(decision.reasonCode);
    reasons.set(code, { code, text, n: (reasons.get(code)?.n ?? 0) + 1 });
  });
  const asked = await searchParams;
  const shown = WORK_STATES.find((w) => w === asked.state) ?? null;
  const reason = (shown === 'excluded' && reasons.get(asked.reason ?? '')) || null;
  const listed = (no: number, i: number) =>
    state.states[i] === shown && (!reason || current(state.decisions.get(no)?.reasonCode ?? '').code === reason.code);
  return (
    <Suspense>
      <WriteUp
        reviewId={id}
        overview={await overview(ctx, id, state)}
        reasons={[...reasons.values()].sort((a, b) => b.n - a.n)}
        shown={shown}
        reason={reason}
        numbers={Array.from(state.columns.numbers).filter(listed)}
      />
    </Suspense>
  );
}
