import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { deskView } from '@/stages/search/queries/desk-view';
import { LinesScreen } from '@/stages/search/screens/LinesScreen';

export const metadata: Metadata = { title: 'Lines and limiters' };

export default reviewPage('read', async (ctx, { id }) => {
  return <LinesScreen reviewId={id} view={await deskView(ctx, id)} />;
});
