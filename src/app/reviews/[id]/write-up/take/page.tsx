import type { Metadata } from 'next';
import { found } from '@/app/found';
import { openReview } from '@/platform/context';
import { currentContext } from '@/platform/http/current-context';
import { writeUpOf } from '@/stages/decide/store/review-ways';
import { sizesOf } from '@/stages/review/queries/sizes';
import { TakeScreen } from '@/stages/write-up/screens/TakeScreen';

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
