import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { SieveScreen } from '@/features/sieve/SieveScreen';
import { knownWorks } from '@/server/checks/known-view';
import { currentContext } from '@/server/current-context';
import { sievePage } from '@/server/sieve-page';

export const metadata: Metadata = { title: 'Sieve' };

export default async function SievePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const page = await found(sievePage(ctx, id));
  return (
    <Suspense>
      <SieveScreen {...page} known={await knownWorks(ctx, id)} />
    </Suspense>
  );
}
