import type { Metadata } from 'next';
import { found } from '@/app/found';
import { ConsistencyScreen } from '@/features/decide/ConsistencyScreen';
import { currentContext } from '@/server/current-context';
import { lookAgain } from '@/server/look-again';
import { inconsistencies } from '@/server/precedents';
import { reviewState } from '@/server/review-state';

export const metadata: Metadata = { title: 'Decided alike?' };

export default async function ConsistencyPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const state = await found(reviewState(ctx, id));
  const again = (await lookAgain(ctx, state)).size;
  return <ConsistencyScreen reviewId={id} groups={await inconsistencies(ctx, id)} scheme={state.scheme} again={again} />;
}
