import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { strategyView } from '@/stages/search/queries/strategy';
import { StrategyScreen } from '@/stages/search/screens/StrategyScreen';

export const metadata: Metadata = { title: 'Search by hand and on paper' };

export default reviewPage('read', async (ctx, { id }) => {
  return <StrategyScreen reviewId={id} view={await strategyView(ctx, id)} />;
});
