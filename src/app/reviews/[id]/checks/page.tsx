import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { ChecksScreen } from '@/stages/checks/screens/ChecksScreen';
import { overview } from '@/stages/review/queries/overview';

export const metadata: Metadata = { title: 'Checks' };

export default reviewPage('read', async (ctx, { id }) => {
  const { identities, aside } = await overview(ctx, id);
  return <ChecksScreen reviewId={id} identities={identities} aside={aside} />;
});
