import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { foundView } from '@/stages/found/queries/found-view';
import { FoundScreen } from '@/stages/found/screens/FoundScreen';

export const metadata: Metadata = { title: 'Other ways of finding' };

export default reviewPage('read', async (ctx, { id }) => {
  return <FoundScreen reviewId={id} view={await foundView(ctx, id)} />;
});
