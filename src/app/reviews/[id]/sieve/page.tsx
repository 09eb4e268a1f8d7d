import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { knownWorks } from '@/stages/checks/queries/known-view';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { SieveScreen } from '@/stages/sieve/screens/SieveScreen';

export const metadata: Metadata = { title: 'Sieve' };

export default reviewPage('read', async (ctx, { id }) => {
  const page = await sievePage(ctx, id);
  return (
    <Suspense>
      <SieveScreen {...page} known={await knownWorks(ctx, id)} />
    </Suspense>
  );
});
