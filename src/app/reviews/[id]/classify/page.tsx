import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { classifyView } from '@/stages/classify/queries/classify-view';
import { ClassifyScreen } from '@/stages/classify/screens/ClassifyScreen';

export const metadata: Metadata = { title: 'Classify' };

export default reviewPage('read', async (ctx, { id }) => {
  const view = await classifyView(ctx, id);
  return (
    <Suspense>
      <ClassifyScreen reviewId={id} initial={view} />
    </Suspense>
  );
});
