import { Readable } from 'node:stream';
import { reviewRoute } from '@/platform/http/review-route';
import { pdfName } from '@/stages/decide/queries/pdf-name';
import { openPdf } from '@/stages/decide/store/attachments';

/** GET an attached PDF: to be seen, or with ?save to be kept under a recognisable name. */
export const GET = reviewRoute<{ pdf: string }>('read', async (ctx, { id, pdf }, request) => {
  const { pieces, attachment, workNo } = await openPdf(ctx, id, pdf);
  const how = new URL(request.url).searchParams.has('save') ? 'attachment' : 'inline';
  const name = await pdfName(ctx, id, workNo);
  return new Response(Readable.toWeb(Readable.from(pieces)) as ReadableStream, {
    headers: {
      'content-type': 'application/pdf',
      'content-length': String(attachment.bytes),
      'content-disposition': `${how}; filename="${name.replace(/[^ -~]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'private, max-age=3600',
    },
  });
});
