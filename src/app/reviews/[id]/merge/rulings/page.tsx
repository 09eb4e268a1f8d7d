import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { rulingsView } from '@/stages/merge/queries/rulings-view';
import { RulingsScreen } from '@/stages/merge/screens/RulingsScreen';

export const metadata: Metadata = { title: 'Rulings' };

export default reviewPage('read', async (ctx, { id }) => {
  return <RulingsScreen reviewId={id} rulings={await rulingsView(ctx, id)} />;
});
