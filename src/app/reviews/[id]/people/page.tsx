import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { askReaders } from '@/stages/decide';
import { ReadersForm } from '@/stages/decide/screens/ReadersForm';
import { askMembers } from '@/stages/people';
import { MembersScreen } from '@/stages/people/screens/MembersScreen';

export const metadata: Metadata = { title: 'People' };

export default reviewPage('read', async (ctx, { id }) => {
  const view = await askMembers(ctx, id);
  const readers = await askReaders(ctx, id);
  if (!view.ok || !readers.ok) notFound();
  const { twoStages } = await openReview(ctx, id);
  return (
    <>
      <MembersScreen reviewId={id} initial={view} />
      <ReadersForm reviewId={id} initial={readers} members={view.members} twoStages={twoStages} manages={view.right === 'manage'} />
    </>
  );
});
