import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { rulingLines } from '@/stages/classify/queries/axis-rulings-view';
import { AxisRulingsScreen } from '@/stages/classify/screens/AxisRulingsScreen';

export const metadata: Metadata = { title: 'Rulings' };

export default reviewPage('read', async (ctx, { id }) => {
  return <AxisRulingsScreen reviewId={id} rulings={await rulingLines(ctx, id)} />;
});
