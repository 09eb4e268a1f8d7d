import { reviewRoute } from '@/platform/http/review-route';
import { atomFeed } from '@/stages/search/queries/feed';

/** What a saved search found new, as an Atom feed. */
export const GET = reviewRoute<{ search: string }>(
  'read',
  async (ctx, { id, search }, request) =>
    new Response(await atomFeed(ctx, id, search, request.url), { headers: { 'content-type': 'application/atom+xml; charset=utf-8' } }),
);
