import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { sievePage } from '@/stages/sieve/queries/sieve-page';
import { versionsOf } from '@/stages/sieve/queries/sieve-versions';
import { VersionsScreen } from '@/stages/sieve/screens/VersionsScreen';

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
