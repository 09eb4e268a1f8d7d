import type { Metadata } from 'next';
import { found } from '@/app/found';
import { KnownScreen } from '@/features/checks/KnownScreen';
import { knownView } from '@/server/checks/known-view';
import { currentContext } from '@/server/current-context';

export const metadata: Metadata = { title: 'Known relevant' };

export default async function KnownPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <KnownScreen reviewId={id} view={await found(knownView(await currentContext(), id))} />;
}
