import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { roundsView } from '@/stages/found/queries/found-view';
import { RoundsScreen } from '@/stages/found/screens/RoundsScreen';

export const metadata: Metadata = { title: 'Citation searching' };

export default reviewPage('read', async (ctx, { id }) => {
  return <RoundsScreen reviewId={id} view={await roundsView(ctx, id)} />;
});
