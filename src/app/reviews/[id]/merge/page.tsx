import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { mergeView } from '@/stages/merge/queries/merge-view';
import { MergeScreen } from '@/stages/merge/screens/MergeScreen';

export const metadata: Metadata = { title: 'Merge' };

export default reviewPage('read', async (ctx, { id }, search) => {
  const between = String(search.between ?? '')
    .split('-')
    .filter(Boolean);
  return (
    <Suspense>
      <MergeScreen reviewId={id} view={await mergeView(ctx, id, between)} />
    </Suspense>
  );
});
