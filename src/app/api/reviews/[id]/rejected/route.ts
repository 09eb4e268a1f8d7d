import { streamed } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { rejectedEntries, rejectedFile } from '@/stages/retrieve/queries/rejected-entries';

/** The rejected entries of a file as a list, or with `?download` as a file to correct and import again. */
export const GET = reviewRoute('read', async (ctx, { id }, request) => {
  const query = new URL(request.url).searchParams;
  const file = query.get('file') ?? '';
  if (!query.has('download')) return Response.json(await rejectedEntries(ctx, id, file));
  const { name, pieces } = await rejectedFile(ctx, id, file);
  return streamed(pieces, {
    'content-type': 'application/octet-stream',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
  });
});
