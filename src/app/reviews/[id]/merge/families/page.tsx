import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { familiesView } from '@/stages/merge/queries/families-view';
import { FamiliesScreen } from '@/stages/merge/screens/FamiliesScreen';

export const metadata: Metadata = { title: 'Families' };

export default reviewPage('read', async (ctx, { id }, search) => {
  const find = String(search.find ?? '').slice(0, 200);
  return <FamiliesScreen reviewId={id} find={find} {...(await familiesView(ctx, id, find))} />;
});
