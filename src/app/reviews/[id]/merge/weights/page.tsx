import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { WeightsScreen } from '@/stages/merge/screens/WeightsScreen';

export const metadata: Metadata = { title: 'Weights' };

export default reviewPage('read', async (_ctx, { id }) => {
  return <WeightsScreen reviewId={id} />;
});
