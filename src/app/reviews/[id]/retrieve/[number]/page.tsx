import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { retrievalView } from '@/stages/retrieve/queries/retrieval-view';
import { RetrievalScreen } from '@/stages/retrieve/screens/RetrievalScreen';

export const metadata: Metadata = { title: 'Retrieval' };

export default async function RetrievalPage({ params }: { params: Promise<{ id: string; number: string }> }) {
  const { id, number } = await params;
  const view = await found(retrievalView(await currentContext(), id, Number(number)));
  return <RetrievalScreen key={view.id} reviewId={id} view={view} />;
}
