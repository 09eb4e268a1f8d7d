import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { overlapView } from '@/stages/checks/queries/overlap';
import { OverlapScreen } from '@/stages/checks/screens/OverlapScreen';

export const metadata: Metadata = { title: 'Overlap' };

export default reviewPage('read', async (ctx, { id }) => {
  return <OverlapScreen reviewId={id} view={await overlapView(ctx, id)} />;
});
