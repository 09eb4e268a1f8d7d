import type { Metadata } from 'next';
import { found } from '@/app/found';
import { openReview } from '@/platform/context';
import { currentContext } from '@/platform/http/current-context';
import { reasonsView } from '@/stages/decide/queries/reasons-view';
import { ReasonsScreen } from '@/stages/decide/screens/ReasonsScreen';
import { templatesOf } from '@/stages/decide/store/review-ways';

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
