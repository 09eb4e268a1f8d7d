import { bodyOf, nameOf } from '@/platform/http/file-body';
import { reviewRoute } from '@/platform/http/review-route';
import { attachMatching } from '@/stages/decide/commands/attach-pdf';

/** PUT the bytes of a PDF: it is attached to the sought work that it is of, or the works that it may be of are answered. */
export const PUT = reviewRoute('decide', (ctx, { id }, request) => attachMatching(ctx, id, nameOf(request, 'file.pdf'), bodyOf(request)));
