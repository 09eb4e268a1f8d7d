import { CITE_STYLE_CODES } from '@/core/cite';
import { openReview } from '@/platform/context';
import { savedAs, slugOf } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { writeUpFile } from '@/stages/write-up/queries/export';

/** GET the write-up or a part of it as a file; ?style= for another reference style. */
export const GET = reviewRoute<{ what: string }>('read', async (ctx, { id, what }, request) => {
  const { title } = await openReview(ctx, id);
  const style = CITE_STYLE_CODES.find((s) => s === new URL(request.url).searchParams.get('style'));
  const { body, media, extension } = await writeUpFile(ctx, id, what, style);
  const part = what.split('.')[0];
  return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    headers: savedAs(`${slugOf(title)}-${part}.${extension}`, media),
  });
});
