import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { libraryView } from '@/stages/library/queries/library-view';
import { LibraryScreen } from '@/stages/library/screens/LibraryScreen';

export const metadata: Metadata = { title: 'Library' };

export default reviewPage('read', async (ctx, { id }) => {
  return <LibraryScreen reviewId={id} view={await libraryView(ctx, id)} />;
});
