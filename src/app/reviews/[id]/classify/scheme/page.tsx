import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { SchemeScreen } from '@/stages/classify/screens/SchemeScreen';
import { schemesOf } from '@/stages/classify/store/schemes';

export const metadata: Metadata = { title: 'Evidence scheme' };

export default reviewPage('read', async (ctx, { id }) => {
  const review = await openReview(ctx, id);
  return (
    <Suspense>
      <SchemeScreen reviewId={id} schemes={await schemesOf(ctx, id)} current={review.scheme} kind={review.kind} />
    </Suspense>
  );
});
