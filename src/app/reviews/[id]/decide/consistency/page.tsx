import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { inconsistencies } from '@/stages/decide/queries/inconsistencies';
import { lookAgain } from '@/stages/decide/queries/look-again';
import { ConsistencyScreen } from '@/stages/decide/screens/ConsistencyScreen';
import { reviewState } from '@/stages/decide/store/review-state';

export const metadata: Metadata = { title: 'Decided alike?' };

export default async function ConsistencyPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const state = await found(reviewState(ctx, id));
  const again = (await lookAgain(ctx, state)).size;
  return <ConsistencyScreen reviewId={id} groups={await inconsistencies(ctx, id)} scheme={state.scheme} again={again} />;
}
