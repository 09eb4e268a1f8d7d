import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { spotChecksView } from '@/stages/checks/queries/samples-view';
import { SpotChecksScreen } from '@/stages/checks/screens/SpotChecksScreen';

export const metadata: Metadata = { title: 'Spot checks' };

export default async function SpotChecksPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <SpotChecksScreen reviewId={id} view={await found(spotChecksView(await currentContext(), id))} />;
}
