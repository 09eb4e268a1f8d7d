import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { ParityScreen } from '@/features/sieve/ParityScreen';
import { currentContext } from '@/server/current-context';
import { parityView } from '@/server/parity-view';
import { sievePage } from '@/server/sieve-page';

export const metadata: Metadata = { title: 'Parity' };

export default async function ParityPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const page = await found(sievePage(ctx, id));
  return (
    <Suspense>
      <ParityScreen {...page} view={await parityView(ctx, id)} />
    </Suspense>
  );
}
