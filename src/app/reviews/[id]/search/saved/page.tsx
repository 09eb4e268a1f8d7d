import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { deskView, savedView } from '@/stages/search/queries/desk-view';
import { SavedScreen } from '@/stages/search/screens/SavedScreen';

export const metadata: Metadata = { title: 'Searches that are run again' };

export default reviewPage('read', async (ctx, { id }) => {
  const { databases } = await deskView(ctx, id);
  return <SavedScreen reviewId={id} databases={databases} searches={await savedView(ctx, id)} />;
});
