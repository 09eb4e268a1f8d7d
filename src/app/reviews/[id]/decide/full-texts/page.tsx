import type { Metadata } from 'next';
import { found } from '@/app/found';
import { openReview } from '@/platform/context';
import { currentContext } from '@/platform/http/current-context';
import { soughtView } from '@/stages/decide/queries/sought';
import { FullTextsScreen } from '@/stages/decide/screens/FullTextsScreen';

export const metadata: Metadata = { title: 'Full texts' };

export default async function FullTextsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const { twoStages } = await found(openReview(ctx, id));
  return <FullTextsScreen reviewId={id} sought={await soughtView(ctx, id)} twoStages={twoStages} />;
}
