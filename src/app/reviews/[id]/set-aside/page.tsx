import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { setAsideRecords } from '@/stages/retrieve/queries/set-aside';
import { SetAsideScreen } from '@/stages/retrieve/screens/SetAsideScreen';

export const metadata: Metadata = { title: 'Set aside' };

export default reviewPage('read', async (ctx, { id }) => {
  return <SetAsideScreen reviewId={id} records={await setAsideRecords(ctx, id)} />;
});
