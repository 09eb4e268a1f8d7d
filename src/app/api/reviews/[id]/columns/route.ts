import { openReview } from '@/platform/context';
import { reviewRoute } from '@/platform/http/review-route';
import { columnBytes } from '@/stages/classify/store/stored-columns';

/**
 * The columns of the current revision as one binary in gzip, which the reader unpacks: as an encoding of the answer the
 * framework would take it off the headers. 204 when nothing was classified yet.
 */
export const GET = reviewRoute('read', async (ctx, { id }) => {
  await openReview(ctx, id);
  const bytes = await columnBytes(ctx.em, id);
  if (!bytes) return new Response(null, { status: 204 });
  return new Response(new Uint8Array(bytes), { headers: { 'content-type': 'application/gzip', 'cache-control': 'no-store' } });
});
