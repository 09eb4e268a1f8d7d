import type { Metadata } from 'next';
import { found } from '@/app/found';
import { FullTextsScreen } from '@/features/decide/FullTextsScreen';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { soughtView } from '@/server/full-text';

export const metadata: Metadata = { title: 'Full texts' };

export default async function FullTextsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const { twoStages } = await found(openReview(ctx, id));
  return <FullTextsScreen reviewId={id} sought={await soughtView(ctx, id)} twoStages={twoStages} />;
}
