import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { writeUpOf } from '@/stages/decide/store/review-ways';
import { sizesOf } from '@/stages/review/queries/sizes';
import { TakeScreen } from '@/stages/write-up/screens/TakeScreen';

export const metadata: Metadata = { title: 'Export' };

export default reviewPage('read', async (ctx, { id }) => {
  const review = await openReview(ctx, id);
  const { fileNames } = writeUpOf(review);
  return (
    <TakeScreen reviewId={id} title={review.title} fileNames={fileNames} archived={!!review.archivedAt} sizes={await sizesOf(ctx, id)} />
  );
});
