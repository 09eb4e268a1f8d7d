import type { Metadata } from 'next';
import { found } from '@/app/found';
import { entryName } from '@/core/venues';
import { currentContext } from '@/platform/http/current-context';
import { classifyView } from '@/stages/classify/queries/classify-view';
import { VenuesScreen } from '@/stages/classify/screens/VenuesScreen';
import { venuesOf } from '@/stages/classify/store/venues';

export const metadata: Metadata = { title: 'Venues' };

export default async function VenuesPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const view = await found(classifyView(ctx, id));
  const entries = (await venuesOf(ctx.em, id)).sort((a, b) => (entryName(a) < entryName(b) ? -1 : 1));
  return <VenuesScreen reviewId={id} entries={entries} initial={view} />;
}
