import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { twoReadersView } from '@/stages/checks/queries/two-readers-view';
import { ReadersScreen } from '@/stages/checks/screens/ReadersScreen';

export const metadata: Metadata = { title: 'Two reviewers' };

export default reviewPage('read', async (ctx, { id }) => <ReadersScreen reviewId={id} stages={await twoReadersView(ctx, id)} />);
