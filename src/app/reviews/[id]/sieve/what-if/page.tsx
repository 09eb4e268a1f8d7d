import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { reviewState } from '@/stages/decide/store/review-state';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { WhatIfScreen } from '@/stages/sieve/screens/WhatIfScreen';

export const metadata: Metadata = { title: 'What if' };

export default async function WhatIfPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const page = await found(sievePage(ctx, id));
  const { columns, states } = await reviewState(ctx, id);
  const kept = [...columns.numbers].filter((_, i) => states[i] === 'kept');
  return (
    <Suspense>
      <WhatIfScreen {...page} kept={kept} />
    </Suspense>
  );
}
