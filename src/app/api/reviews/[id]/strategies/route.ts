import { reviewRoute } from '@/platform/http/review-route';
import { appendix } from '@/stages/search/queries/strategy';

/** The search strategies as a text file. */
export const GET = reviewRoute(
  'read',
  async (ctx, { id }) =>
    new Response(await appendix(ctx, id), {
      headers: { 'content-type': 'text/plain; charset=utf-8', 'content-disposition': 'attachment; filename="search-strategies.txt"' },
    }),
);
