import { notFound } from 'next/navigation';
import { reviewPage } from '@/app/review-page';
import { askMembers } from '@/stages/people';
import { MembersScreen } from '@/stages/people/screens/MembersScreen';

export const metadata = { title: 'People' };

export default reviewPage('read', async (ctx, { id }) => {
  const view = await askMembers(ctx, id);
  return view.ok ? <MembersScreen reviewId={id} initial={view} /> : notFound();
});
