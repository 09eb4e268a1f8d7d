import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { spotChecksView } from '@/stages/checks/queries/samples-view';
import { SpotChecksScreen } from '@/stages/checks/screens/SpotChecksScreen';

export const metadata: Metadata = { title: 'Spot checks' };

export default reviewPage('read', async (ctx, { id }) => {
  return <SpotChecksScreen reviewId={id} view={await spotChecksView(ctx, id)} />;
});
