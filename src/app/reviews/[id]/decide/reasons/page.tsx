import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { reasonsView } from '@/stages/decide/queries/reasons-view';
import { ReasonsScreen } from '@/stages/decide/screens/ReasonsScreen';
import { templatesOf } from '@/stages/decide/store/review-ways';

export const metadata: Metadata = { title: 'Reasons and grounds' };

export default reviewPage('read', async (ctx, { id }) => {
  const review = await openReview(ctx, id);
  return (
    <ReasonsScreen
      reviewId={id}
      view={await reasonsView(ctx, id)}
      templates={templatesOf(review)}
      ownTemplates={review.templates !== null && review.templates !== undefined}
      twoStages={review.twoStages}
    />
  );
});
