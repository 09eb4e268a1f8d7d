import { Readable } from 'node:stream';
import { openReview } from '@/platform/context';
import { savedAs, slugOf } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { writeBundle } from '@/stages/review/bundle/write';

/** GET the whole review as a zip of open files, made while it is sent. */
export const GET = reviewRoute('read', async (ctx, { id }) => {
  const { title } = await openReview(ctx, id);
  const bundle = await writeBundle(ctx, id);
  return new Response(Readable.toWeb(bundle) as ReadableStream, { headers: savedAs(`${slugOf(title)}-bundle.zip`, 'application/zip') });
});
