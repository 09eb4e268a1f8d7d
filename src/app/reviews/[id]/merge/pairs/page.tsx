import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { openQuestions } from '@/stages/merge/queries/pair-view';
import { SettleScreen } from '@/stages/merge/screens/SettleScreen';

export const metadata: Metadata = { title: 'Settle pairs' };

export default reviewPage('read', async (ctx, { id }) => {
  return <SettleScreen reviewId={id} questions={await openQuestions(ctx, id)} />;
});
