import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { judgedAgainView } from '@/stages/checks/queries/samples-view';
import { AgainScreen } from '@/stages/checks/screens/AgainScreen';

export const metadata: Metadata = { title: 'Judge again' };

export default async function AgainPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <AgainScreen reviewId={id} view={await found(judgedAgainView(await currentContext(), id))} />;
}
