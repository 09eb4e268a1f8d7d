import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { retrieveView } from '@/stages/retrieve/queries/retrieve-view';
import { RetrieveScreen } from '@/stages/retrieve/screens/RetrieveScreen';
import { savedNotice } from '@/stages/search/queries/desk-view';

export const metadata: Metadata = { title: 'Retrieve' };

export default reviewPage('read', async (ctx, { id }) => {
  return <RetrieveScreen reviewId={id} view={await retrieveView(ctx, id)} saved={await savedNotice(ctx, id)} />;
});
