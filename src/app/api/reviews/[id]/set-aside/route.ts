import { openReview } from '@/platform/context';
import { savedAs, slugOf, streamed } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { setAsideCsv } from '@/stages/retrieve/queries/set-aside';

/** GET the records that were set aside, each with its place, the reason and its raw text, as CSV. */
export const GET = reviewRoute('read', async (ctx, { id }) => {
  const { title } = await openReview(ctx, id);
  return streamed(setAsideCsv(ctx, id), savedAs(`${slugOf(title)}-set-aside.csv`, 'text/csv'));
});
