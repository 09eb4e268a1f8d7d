import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { HeldScreen } from '@/stages/sieve/screens/HeldScreen';

export const metadata: Metadata = { title: 'Held works' };

export default reviewPage('read', async (ctx, { id }) => {
  return (
    <Suspense>
      <HeldScreen {...(await sievePage(ctx, id))} />
    </Suspense>
  );
});
