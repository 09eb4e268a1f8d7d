import type { Metadata } from 'next';
import { found } from '@/app/found';
import { entryName } from '@/core/venues';
import { VenuesScreen } from '@/features/classify/VenuesScreen';
import { classifyView } from '@/server/classify-view';
import { currentContext } from '@/server/current-context';
import { venuesOf } from '@/server/venue-register';

export const metadata: Metadata = { title: 'Venues' };

export default async function VenuesPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const view = await found(classifyView(ctx, id));
  const entries = (await venuesOf(ctx.em, id)).sort((a, b) => (entryName(a) < entryName(b) ? -1 : 1));
  return <VenuesScreen reviewId={id} entries={entries} initial={view} />;
}
