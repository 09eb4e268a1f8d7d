import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { reviewPage } from '@/app/review-page';
import { askDifferences } from '@/stages/decide';
import { DifferencesScreen } from '@/stages/decide/screens/DifferencesScreen';

export const metadata: Metadata = { title: 'Differences' };

export default reviewPage('read', async (ctx, { id }) => {
  const view = await askDifferences(ctx, id);
  return view.ok ? <DifferencesScreen reviewId={id} initial={view} /> : notFound();
});
