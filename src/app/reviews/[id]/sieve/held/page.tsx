import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { HeldScreen } from '@/stages/sieve/screens/HeldScreen';

export const metadata: Metadata = { title: 'Held works' };

export default async function HeldPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return (
    <Suspense>
      <HeldScreen {...(await found(sievePage(await currentContext(), id)))} />
    </Suspense>
  );
}
