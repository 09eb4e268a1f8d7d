import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { inconsistencies } from '@/stages/decide/queries/inconsistencies';
import { lookAgain } from '@/stages/decide/queries/look-again';
import { ConsistencyScreen } from '@/stages/decide/screens/ConsistencyScreen';
import { reviewState } from '@/stages/decide/store/review-state';

export const metadata: Metadata = { title: 'Decided alike?' };

export default reviewPage('read', async (ctx, { id }) => {
  const state = await reviewState(ctx, id);
  const again = (await lookAgain(ctx, state)).size;
  return <ConsistencyScreen reviewId={id} groups={await inconsistencies(ctx, id)} scheme={state.scheme} again={again} />;
});
