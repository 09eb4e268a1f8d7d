import { reviewRoute } from '@/platform/http/review-route';
import { searchLog } from '@/stages/retrieve/queries/search-log';

/** The search log as a text file. */
export const GET = reviewRoute('read', async (ctx, { id }) => {
  const text = await searchLog(ctx, id);
  return new Response(text, {
    headers: { 'content-type': 'text/plain; charset=utf-8', 'content-disposition': 'attachment; filename="search-log.txt"' },
  });
});
