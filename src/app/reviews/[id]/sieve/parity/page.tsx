import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { parityView } from '@/stages/sieve/queries/parity-view';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { ParityScreen } from '@/stages/sieve/screens/ParityScreen';

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
