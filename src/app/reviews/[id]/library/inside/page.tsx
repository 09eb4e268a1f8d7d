import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { NotFound } from '@/platform/context';
import { insideOf } from '@/stages/library/queries/look-inside';
import { InsideScreen } from '@/stages/library/screens/InsideScreen';

export const metadata: Metadata = { title: 'Look inside' };

export default reviewPage('read', async (ctx, { id }, search) => {
  const no = Number(search.work);
  if (!Number.isSafeInteger(no) || no < 1) throw new NotFound('There is no such work.');
  return <InsideScreen reviewId={id} view={await insideOf(ctx, id, no)} />;
});
