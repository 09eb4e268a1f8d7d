import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { deskView } from '@/stages/search/queries/desk-view';
import { DoorsScreen } from '@/stages/search/screens/DoorsScreen';

export const metadata: Metadata = { title: 'Ways into the databases' };

export default reviewPage('read', async (ctx, { id }) => {
  return <DoorsScreen reviewId={id} view={await deskView(ctx, id)} />;
});
