import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { SieveScreen } from '@/features/sieve/SieveScreen';
import { currentContext } from '@/server/current-context';
import { sievePage } from '@/server/sieve-page';

export const metadata: Metadata = { title: 'Sieve' };

export default async function SievePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return (
    <Suspense>
      <SieveScreen {...(await found(sievePage(await currentContext(), id)))} />
    </Suspense>
  );
}
