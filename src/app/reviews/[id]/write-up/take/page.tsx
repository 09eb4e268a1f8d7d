import type { Metadata } from 'next';
import { found } from '@/app/found';
import { TakeScreen } from '@/features/write-up/TakeScreen';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { sizesOf } from '@/server/review-life';
import { writeUpOf } from '@/server/review-ways';

export const metadata: Metadata = { title: 'Take it with you' };

export default async function TakePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const review = await found(openReview(ctx, id));
  const { fileNames } = writeUpOf(review);
  return (
    <TakeScreen reviewId={id} title={review.title} fileNames={fileNames} archived={!!review.archivedAt} sizes={await sizesOf(ctx, id)} />
  );
}
