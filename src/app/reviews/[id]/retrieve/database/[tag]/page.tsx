import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { databaseView } from '@/stages/retrieve/queries/database-view';
import { ProfileScreen } from '@/stages/retrieve/screens/ProfileScreen';

export const metadata: Metadata = { title: 'Limiter profile' };

export default reviewPage<{ tag: string }>('read', async (ctx, { id, tag }) => {
  const database = await databaseView(ctx, id, tag);
  return <ProfileScreen key={database.id} reviewId={id} database={database} />;
});
