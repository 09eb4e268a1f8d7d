import { reviewRoute } from '@/platform/http/review-route';
import { sieveFile } from '@/stages/sieve/queries/sieve-file';

/** The working sieve, or with `?version=N` a saved one, as a file for another review or a terminal. */
export const GET = reviewRoute('read', async (ctx, { id }, request) => {
  const version = Number(new URL(request.url).searchParams.get('version') ?? 0);
  const { name, text } = await sieveFile(ctx, id, version);
  return new Response(text, {
    headers: { 'content-type': 'application/json; charset=utf-8', 'content-disposition': `attachment; filename="${name}"` },
  });
});
