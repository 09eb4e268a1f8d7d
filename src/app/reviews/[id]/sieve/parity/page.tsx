import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { parityView } from '@/stages/sieve/queries/parity-view';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { ParityScreen } from '@/stages/sieve/screens/ParityScreen';

export const metadata: Metadata = { title: 'Parity' };

export default reviewPage('read', async (ctx, { id }) => {
  const page = await sievePage(ctx, id);
  return (
    <Suspense>
      <ParityScreen {...page} view={await parityView(ctx, id)} />
    </Suspense>
  );
});
