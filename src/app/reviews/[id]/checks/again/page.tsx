import type { Metadata } from 'next';
import { found } from '@/app/found';
import { AgainScreen } from '@/features/checks/AgainScreen';
import { judgedAgainView } from '@/server/checks/samples-view';
import { currentContext } from '@/server/current-context';

export const metadata: Metadata = { title: 'Judge again' };

export default async function AgainPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <AgainScreen reviewId={id} view={await found(judgedAgainView(await currentContext(), id))} />;
}
