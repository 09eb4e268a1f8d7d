import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { versionsOf } from '@/stages/sieve/queries/sieve-versions';
import { VersionsScreen } from '@/stages/sieve/screens/VersionsScreen';

export const metadata: Metadata = { title: 'Versions of the sieve' };

export default reviewPage('read', async (ctx, { id }) => {
  const page = await sievePage(ctx, id);
  return (
    <Suspense>
      <VersionsScreen {...page} versions={await versionsOf(ctx, id)} />
    </Suspense>
  );
});
