import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { HeldScreen } from '@/features/sieve/HeldScreen';
import { currentContext } from '@/server/current-context';
import { sievePage } from '@/server/sieve-page';

export const metadata: Metadata = { title: 'Held works' };

export default async function HeldPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return (
    <Suspense>
      <HeldScreen {...(await found(sievePage(await currentContext(), id)))} />
    </Suspense>
  );
}
