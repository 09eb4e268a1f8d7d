import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { findWorks } from '@/stages/works/queries/find-works';
import { FindScreen } from '@/stages/works/screens/FindScreen';

export const metadata: Metadata = { title: 'Find' };

export default reviewPage('read', async (ctx, { id }, search) => {
  const find = String(search.find ?? '')
    .trim()
    .slice(0, 200);
  const found = await findWorks(ctx, id, { find });
  const { total, works } = found.ok ? found : { total: 0, works: [] };
  return (
    <Suspense>
      <FindScreen reviewId={id} find={find} total={total} works={works} />
    </Suspense>
  );
});
