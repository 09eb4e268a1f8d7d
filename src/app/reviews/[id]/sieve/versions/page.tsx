import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { VersionsScreen } from '@/features/sieve/VersionsScreen';
import { currentContext } from '@/server/current-context';
import { sievePage } from '@/server/sieve-page';
import { versionsOf } from '@/server/sieve-versions';

export const metadata: Metadata = { title: 'Versions of the sieve' };

export default async function VersionsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const page = await found(sievePage(ctx, id));
  return (
    <Suspense>
      <VersionsScreen {...page} versions={await versionsOf(ctx, id)} />
    </Suspense>
  );
}
