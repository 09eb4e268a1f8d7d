import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { knownWorks } from '@/stages/checks/queries/known-view';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { SieveScreen } from '@/stages/sieve/screens/SieveScreen';

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
