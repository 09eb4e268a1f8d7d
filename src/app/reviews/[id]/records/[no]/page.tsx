import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { recordView } from '@/stages/retrieve/queries/records';
import { RecordScreen } from '@/stages/retrieve/screens/RecordScreen';

export const metadata: Metadata = { title: 'Record' };

export default reviewPage<{ no: string }>('read', async (ctx, { id, no }) => {
  return <RecordScreen reviewId={id} record={await recordView(ctx, id, Number(no))} />;
});
