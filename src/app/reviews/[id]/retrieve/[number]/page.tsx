import type { Metadata } from 'next';
import { found } from '@/app/found';
import { RetrievalScreen } from '@/features/retrieve/RetrievalScreen';
import { currentContext } from '@/server/current-context';
import { retrievalView } from '@/server/retrieval-view';

export const metadata: Metadata = { title: 'Retrieval' };

export default async function RetrievalPage({ params }: { params: Promise<{ id: string; number: string }> }) {
  const { id, number } = await params;
  const view = await found(retrievalView(await currentContext(), id, Number(number)));
  return <RetrievalScreen key={view.id} reviewId={id} view={view} />;
}
