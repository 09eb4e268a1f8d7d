import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { judgedAgainView } from '@/stages/checks/queries/samples-view';
import { AgainScreen } from '@/stages/checks/screens/AgainScreen';

export const metadata: Metadata = { title: 'Judge again' };

export default reviewPage('read', async (ctx, { id }) => {
  return <AgainScreen reviewId={id} view={await judgedAgainView(ctx, id)} />;
});
