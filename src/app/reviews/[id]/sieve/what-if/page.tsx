import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { reviewState } from '@/stages/decide/store/review-state';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { WhatIfScreen } from '@/stages/sieve/screens/WhatIfScreen';

export const metadata: Metadata = { title: 'What if' };

export default reviewPage('read', async (ctx, { id }) => {
  const page = await sievePage(ctx, id);
  const { columns, states } = await reviewState(ctx, id);
  const kept = [...columns.numbers].filter((_, i) => states[i] === 'kept');
  return (
    <Suspense>
      <WhatIfScreen {...page} kept={kept} />
    </Suspense>
  );
});
