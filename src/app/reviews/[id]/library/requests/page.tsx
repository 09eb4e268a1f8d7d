import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { requestsView } from '@/stages/library/queries/requests';
import { RequestsScreen } from '@/stages/library/screens/RequestsScreen';

export const metadata: Metadata = { title: 'Requests' };

export default reviewPage('read', async (ctx, { id }) => {
  return <RequestsScreen reviewId={id} view={await requestsView(ctx, id)} />;
});
