import { Readable } from 'node:stream';
import { openReview } from '@/platform/context';
import { savedAs, slugOf } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { fullTextsZip } from '@/stages/write-up/queries/full-texts-zip';

/** GET the full texts of what is kept in one folder, with the citation list that points to them. */
export const GET = reviewRoute('read', async (ctx, { id }) => {
  const { title } = await openReview(ctx, id);
  const zip = await fullTextsZip(ctx, id);
  return new Response(Readable.toWeb(zip) as ReadableStream, { headers: savedAs(`${slugOf(title)}-full-texts.zip`, 'application/zip') });
});
