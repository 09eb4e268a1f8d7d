import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { soughtView } from '@/stages/decide/queries/sought';
import { FullTextsScreen } from '@/stages/decide/screens/FullTextsScreen';

export const metadata: Metadata = { title: 'Full texts' };

export default reviewPage('read', async (ctx, { id }) => {
  const { twoStages } = await openReview(ctx, id);
  return <FullTextsScreen reviewId={id} sought={await soughtView(ctx, id)} twoStages={twoStages} />;
});
