import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { deskView } from '@/stages/search/queries/desk-view';
import { suggestedBlocks } from '@/stages/search/queries/suggested';
import { SheetScreen } from '@/stages/search/screens/SheetScreen';

export const metadata: Metadata = { title: 'Search desk' };

export default reviewPage('read', async (ctx, { id }) => {
  return <SheetScreen reviewId={id} view={await deskView(ctx, id)} suggested={await suggestedBlocks(ctx, id)} />;
});
