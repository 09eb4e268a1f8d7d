import { redirect } from 'next/navigation';
import { reviewPage } from '@/app/review-page';

export default reviewPage('read', async (_ctx, { id }) => {
  redirect(`/reviews/${id}/sieve`);
});
