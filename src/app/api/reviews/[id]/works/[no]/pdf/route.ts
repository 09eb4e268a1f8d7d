import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { NotFound } from '@/platform/context';
import { reviewRoute } from '@/platform/http/review-route';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';

/** PUT the bytes of a PDF: they are streamed to disk, looked at, and attached to the work. */
export const PUT = reviewRoute<{ no: string }>('decide', async (ctx, { id, no }, request) => {
  if (!/^[1-9]\d{0,8}$/.test(no)) throw new NotFound('There is no such work.');
  const name = (new URL(request.url).searchParams.get('name') ?? 'file.pdf').replace(/[\\/\p{Cc}]/gu, '_').slice(0, 300);
  const body = request.body ? Readable.fromWeb(request.body as NodeStream) : Readable.from([]);
  const result = await attachPdf(ctx, id, Number(no), name, body);
  return result;
});
