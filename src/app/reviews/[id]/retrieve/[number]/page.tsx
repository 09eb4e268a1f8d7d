import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { retrievalView } from '@/stages/retrieve/queries/retrieval-view';
import { RetrievalScreen } from '@/stages/retrieve/screens/RetrievalScreen';

export const metadata: Metadata = { title: 'Retrieval' };

export default reviewPage<{ number: string }>('read', async (ctx, { id, number }) => {
  const view = await retrievalView(ctx, id, Number(number));
  return <RetrievalScreen key={view.id} reviewId={id} view={view} />;
});
