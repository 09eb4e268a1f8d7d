import type { Metadata } from 'next';
import { found } from '@/app/found';
import { ReasonsScreen } from '@/features/decide/ReasonsScreen';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { reasonsView } from '@/server/reasons';
import { templatesOf } from '@/server/review-ways';

export const metadata: Metadata = { title: 'Reasons and grounds' };

export default async function ReasonsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const review = await found(openReview(ctx, id));
  return (
    <ReasonsScreen
      reviewId={id}
      view={await reasonsView(ctx, id)}
      templates={templatesOf(review)}
      ownTemplates={review.templates !== null && review.templates !== undefined}
      twoStages={review.twoStages}
    />
  );
}
