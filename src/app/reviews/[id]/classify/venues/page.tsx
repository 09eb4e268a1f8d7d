import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { entryName } from '@/core/venues';
import { classifyView } from '@/stages/classify/queries/classify-view';
import { VenuesScreen } from '@/stages/classify/screens/VenuesScreen';
import { venuesOf } from '@/stages/classify/store/venues';

export const metadata: Metadata = { title: 'Venues' };

export default reviewPage('read', async (ctx, { id }) => {
  const view = await classifyView(ctx, id);
  const entries = (await venuesOf(ctx.em, id)).sort((a, b) => (entryName(a) < entryName(b) ? -1 : 1));
  return <VenuesScreen reviewId={id} entries={entries} initial={view} />;
});
