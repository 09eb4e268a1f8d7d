import type { Metadata } from 'next';
import { found } from '@/app/found';
import { SpotChecksScreen } from '@/features/checks/SpotChecksScreen';
import { spotChecksView } from '@/server/checks/samples-view';
import { currentContext } from '@/server/current-context';

export const metadata: Metadata = { title: 'Spot checks' };

export default async function SpotChecksPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <SpotChecksScreen reviewId={id} view={await found(spotChecksView(await currentContext(), id))} />;
}
