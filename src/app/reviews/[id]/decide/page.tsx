import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { DecideScreen } from '@/features/decide/DecideScreen';
import { currentContext } from '@/server/current-context';
import { decideQueue } from '@/server/decide-queue';
import { reviewState } from '@/server/review-state';
import { criteriaOf } from '@/server/save-criteria';
import { latestVersion } from '@/server/save-sieve';

export const metadata: Metadata = { title: 'Decide' };

export default async function DecidePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const state = await found(reviewState(ctx, id));
  const reasons = (await criteriaOf(ctx, id)).map((c) => ({ code: c.reasonCode, text: c.text }));
  return (
    <Suspense>
      <DecideScreen reviewId={id} queue={decideQueue(state)} reasons={reasons} version={(await latestVersion(ctx.em, id))?.number ?? 0} />
    </Suspense>
  );
}
