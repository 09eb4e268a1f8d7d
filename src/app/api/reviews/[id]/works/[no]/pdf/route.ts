import { NotFound } from '@/platform/context';
import { bodyOf, nameOf } from '@/platform/http/file-body';
import { reviewRoute } from '@/platform/http/review-route';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';

/** PUT the bytes of a PDF: they are streamed to disk, looked at, and attached to the work. */
export const PUT = reviewRoute<{ no: string }>('decide', async (ctx, { id, no }, request) => {
  if (!/^[1-9]\d{0,8}$/.test(no)) throw new NotFound('There is no such work.');
  return attachPdf(ctx, id, Number(no), nameOf(request, 'file.pdf'), bodyOf(request));
});
